import { decimal, msg, t, withWords } from '../language';
import { CHEMISTRIES } from '../battery/chemistries';
import {
  bodyIsJoined,
  cablesComeOff,
  chargedWhole,
  hasOwnSocket,
  isBlock,
  isInString,
  type BatteryContext,
} from '../context/battery-context';
import { draft } from './entry-draft';
import type { Procedure, ProcedureStep, Touch } from './procedure';
import {
  CONTROLLER_OFF,
  CONTROLLER_ON,
  EARTHED_OFF,
  EARTHED_POST,
  GLASSES,
  HYBRID,
  LIVE_POST,
  MAKERS,
  PACK_OPENED,
  PACK_UNPLUGGED,
  absorption,
  capital,
  earthed,
  inPairs,
  isLead,
  live,
} from './shared';

const clamps = (context: BatteryContext) => !hasOwnSocket(context);
const blockAlone = (context: BatteryContext) => isInString(context) && !chargedWhole(context);

/** What hangs on it, in words. */
function suits(context: BatteryContext): string {
  const { charger, facts, rules, details } = context;
  if (chargedWhole(context)) {
    return t`${charger!.name ?? t`The string’s own charger`}, for ${CHEMISTRIES[facts.chemistry].label.toLowerCase()}, ${Math.round(facts.nominalVolts / 2) * 2 * context.block!.of} V: the whole string at once.`;
  }
  if (charger?.kind === 'on-board') {
    return t`${charger.name ?? t`The vehicle’s own charger`}, its switch at ${CHEMISTRIES[facts.chemistry].label.toLowerCase()} where it has one.`;
  }
  if (charger?.name && charger.absorptionVolts !== null) {
    const float =
      charger.floatVolts === null
        ? t`, then off`
        : t`, then float at ${decimal(charger.floatVolts, 2)} V`;
    return t`${charger.name}${charger.programme ? t`, in its ${charger.programme} programme` : ''}, set to ${facts.nominalVolts} V: to ${decimal(charger.absorptionVolts, 2)} V${float}.`;
  }
  return t`Charger and programme for ${CHEMISTRIES[facts.chemistry].label.toLowerCase()}, ${facts.nominalVolts} V: about ${absorption(context)} V, then ${isLead(context) ? t`float near ${details.makerFloatVolts?.toFixed(2) ?? inPairs(rules.floatVolts, facts.cells)} V` : t`off`}.`;
}

const lastClamp = (context: BatteryContext): Touch =>
  bodyIsJoined(context) ? 'body' : EARTHED_POST(context);

/** Where the clamp that comes last goes. */
function lastClampSay(context: BatteryContext): string {
  const pole = earthed(context);
  if (bodyIsJoined(context)) {
    return t`${capital(pole)} clamp to bare metal of body or engine, away from the battery, or the maker’s charging point.`;
  }
  if (isBlock(context)) return t`${capital(pole)} clamp to this block’s own ${pole} post, last.`;
  if (context.out) {
    return context.rules.negativeClamp === 'post-when-out'
      ? t`${capital(pole)} clamp to the ${pole} post: your rule accepts that on the bench.`
      : t`${capital(pole)} clamp to the ${pole} post last, with the charger unplugged, and the last contact made at the wall.`;
  }
  return t`${capital(pole)} clamp to the battery’s own ${pole} post, last: the body is not joined to it now, and a clamp there would charge nothing.`;
}

/** From the bare battery to one that hangs on a charger, in the order of the hands. */
const PUT_ON_STEPS: readonly ProcedureStep[] = withWords([
  GLASSES,
  HYBRID,
  CONTROLLER_OFF,
  {
    id: 'sound',
    say: msg`Not frozen, not cracked, not swollen; the place is aired; no flame.`,
    why: msg`A frozen or split battery bursts on charge.`,
    caution: ({ facts }) =>
      CHEMISTRIES[facts.chemistry].leastChargeCelsius === null
        ? ''
        : t`Lithium: never at or below 0 °C.`,
  },
  {
    id: 'suits',
    say: suits,
    why: msg`A wrong voltage switch ruins a 6 V battery, a high programme dries gel out. The maker’s figure wins.`,
  },
  { ...PACK_UNPLUGGED, when: blockAlone },
  { ...PACK_OPENED, when: blockAlone },
  {
    id: 'isolated-output',
    touches: 'charger',
    say: msg`A charger whose output is isolated from earth, for this block alone.`,
    why: msg`Two ways to earth through the string are a short circuit.`,
    when: blockAlone,
  },
  {
    ...EARTHED_OFF,
    after: ['protect-yourself', 'controller-off'],
    say: (context) => t`${capital(earthed(context))} clamp of the vehicle off first: your rule.`,
    when: cablesComeOff,
  },
  {
    id: 'cables',
    say: msg`Vehicle cables stay on.`,
    why: msg`Settings are kept.`,
    when: (context) => !context.out && bodyIsJoined(context),
  },
  {
    id: 'lead-aside',
    say: (context) => t`The loose ${earthed(context)} lead tied aside, clear of both posts.`,
    why: msg`A stiff lead moves back on its own.`,
    after: ['earthed-off'],
    when: (context) => !context.out && clamps(context) && !bodyIsJoined(context),
  },
  {
    id: 'caps',
    say: ({ rules }) =>
      rules.capsOnCharge === 'on'
        ? t`Vented caps stay on.`
        : t`Caps loosened, a damp cloth over them: your rule.`,
    why: msg`The gas must get out, the spray must not.`,
    when: ({ details }) => details.capsOpen,
  },
  {
    id: 'unplugged',
    touches: 'mains',
    say: msg`Charger unplugged.`,
    why: msg`A live clamp sparks at the post, where gas stands.`,
  },
  {
    id: 'own-plug',
    touches: 'charger',
    say: (context) =>
      context.charger?.kind === 'string'
        ? t`Its plug into the string’s own socket, all the way; isolator on, links closed.`
        : t`Hook-up cable dry and all the way in; its switch on, and taped.`,
    why: msg`A plug that is half in gets hot, and a switch that is knocked off charges nothing.`,
    when: hasOwnSocket,
    after: ['unplugged', 'sound', 'suits'],
  },
  {
    id: 'live-clamp',
    touches: LIVE_POST,
    say: (context) =>
      isBlock(context)
        ? t`${capital(live(context))} clamp to this block’s own ${live(context)} post first.`
        : t`${capital(live(context))} clamp to the ${live(context)} post first.`,
    why: (context) =>
      bodyIsJoined(context)
        ? t`The post that is not connected to the body.`
        : t`The same order everywhere, so that it is right where it matters.`,
    when: clamps,
    after: ['unplugged', 'sound', 'suits', 'protect-yourself', 'pack-opened', 'earthed-off'],
    tooEarly: msg`First see that it is sound, that the programme suits, and that the charger is unplugged: a live clamp sparks where gas stands.`,
  },
  {
    id: 'last-clamp',
    touches: lastClamp,
    say: lastClampSay,
    why: (context) =>
      bodyIsJoined(context)
        ? t`The last contact may spark: away from the gas.`
        : t`With the charger unplugged it does not spark.`,
    when: clamps,
    after: ['live-clamp'],
    tooEarly: msg`The post that is not earthed comes first: then the last contact, which may spark, is made away from the gas.`,
  },
  {
    id: 'lead',
    say: msg`Lead not pinched, clear of moving parts, fuse at the positive, cover shut as far as it goes.`,
    why: msg`A pinched lead shorts weeks later, when nobody is there.`,
    after: ['last-clamp', 'own-plug'],
  },
  {
    id: 'mains',
    touches: 'mains',
    say: msg`Now the mains.`,
    why: msg`With every contact made, nothing sparks.`,
    caution: msg`Outdoors: residual-current protection and dry connectors.`,
    after: ['last-clamp', 'own-plug'],
    tooEarly: msg`Mains last: with a clamp still to come, the contact sparks where gas stands.`,
  },
  {
    id: 'mode',
    say: msg`Look at the mode: many wake in their normal programme. Lamp visible?`,
    why: msg`At each switch-on, and again after each power cut.`,
    after: ['mains'],
  },
  {
    id: 'look-in',
    say: msg`Look in every couple of hours; stop when its current has fallen to its floor.`,
    why: msg`It does not stop by itself: left alone it boils the battery dry.`,
    after: ['mains'],
    when: ({ charger }) => charger !== null && !charger.stopsByItself,
  },
  {
    id: 'tag',
    say: msg`Tag on the wheel or bars: connected, unplug before moving.`,
    why: msg`A plugged-in vehicle driven off takes the wall with it.`,
    when: ({ out }) => !out,
    after: ['mains'],
  },
  CONTROLLER_ON,
]);

export const PUT_ON_CHARGE: Procedure<'put-on-charge'> = withWords({
  id: 'put-on-charge',
  steps: PUT_ON_STEPS,
  writes: ({ charger, hook }) => [
    draft('charge-started', {
      charger: hook?.name ?? charger?.name ?? '',
      ...(hook ? { hook: hook.hook } : {}),
    }),
  ],
});

export const HOOK_UP: Procedure = withWords({
  id: 'hook-up',
  steps: PUT_ON_STEPS,
  writes: ({ hook }) => [draft('maintainer', { on: true, ...(hook ? { hook: hook.hook } : {}) })],
});

export const UNHOOK: Procedure = withWords({
  id: 'unhook',
  steps: [
    CONTROLLER_OFF,
    {
      id: 'smell',
      say: msg`Rotten-egg smell or a hot case? Off at the mains, air, do not touch until cool.`,
      why: msg`A cell is boiling dry.`,
      caution: MAKERS,
    },
    {
      id: 'mains',
      touches: 'mains',
      say: msg`Mains off; wait until its lamps are out.`,
      why: msg`A clamp that comes off under current sparks where gas stands.`,
    },
    {
      id: 'own-plug',
      touches: 'charger',
      say: msg`Its plug out, cable stowed dry.`,
      why: msg`A cable on the floor is driven over.`,
      when: hasOwnSocket,
      after: ['mains'],
    },
    {
      id: 'last-clamp',
      touches: lastClamp,
      say: (context) =>
        bodyIsJoined(context)
          ? t`${capital(earthed(context))} clamp off the body: the one that went on last.`
          : t`${capital(earthed(context))} clamp off the ${earthed(context)} post: the one that went on last.`,
      why: msg`In reverse of putting it on.`,
      when: clamps,
      after: ['mains'],
      tooEarly: msg`Mains off and lamps out before a clamp is touched: it sparks where gas stands.`,
    },
    {
      id: 'live-clamp',
      touches: LIVE_POST,
      say: (context) => t`${capital(live(context))} clamp off its post.`,
      why: msg`In reverse of putting it on.`,
      when: clamps,
      after: ['last-clamp'],
      tooEarly: msg`The clamp that went on last comes off first.`,
    },
    {
      id: 'cap',
      say: msg`Connector dry and capped.`,
      why: msg`A wet connector corrodes on the road.`,
      when: ({ details }) => details.chargeLead,
      after: ['live-clamp'],
    },
    {
      id: 'tag',
      say: msg`Tag off the wheel, into your pocket.`,
      why: msg`A tag that lies means nothing any more.`,
      when: ({ out }) => !out,
      after: ['mains'],
    },
    CONTROLLER_ON,
  ],
  writes: () => [draft('maintainer', { on: false })],
});
