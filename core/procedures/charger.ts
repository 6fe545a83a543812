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
    return `${charger!.name ?? 'The string’s own charger'}, for ${CHEMISTRIES[facts.chemistry].label.toLowerCase()}, ${Math.round(facts.nominalVolts / 2) * 2 * context.block!.of} V: the whole string at once.`;
  }
  if (charger?.kind === 'on-board') {
    return `${charger.name ?? 'The vehicle’s own charger'}, its switch at ${CHEMISTRIES[facts.chemistry].label.toLowerCase()} where it has one.`;
  }
  if (charger?.name && charger.absorptionVolts !== null) {
    const float =
      charger.floatVolts === null
        ? ', then off'
        : `, then float at ${charger.floatVolts.toFixed(2)} V`;
    return `${charger.name}${charger.programme ? `, in its ${charger.programme} programme` : ''}, set to ${facts.nominalVolts} V: to ${charger.absorptionVolts.toFixed(2)} V${float}.`;
  }
  return `Charger and programme for ${CHEMISTRIES[facts.chemistry].label.toLowerCase()}, ${facts.nominalVolts} V: about ${absorption(context)} V, then ${isLead(context) ? `float near ${details.makerFloatVolts?.toFixed(2) ?? inPairs(rules.floatVolts, facts.cells)} V` : 'off'}.`;
}

const lastClamp = (context: BatteryContext): Touch =>
  bodyIsJoined(context) ? 'body' : EARTHED_POST(context);

/** Where the clamp that comes last goes. */
function lastClampSay(context: BatteryContext): string {
  const pole = earthed(context);
  if (bodyIsJoined(context)) {
    return `${capital(pole)} clamp to bare metal of body or engine, away from the battery, or the maker’s charging point.`;
  }
  if (isBlock(context)) return `${capital(pole)} clamp to this block’s own ${pole} post, last.`;
  if (context.out) {
    return context.rules.negativeClamp === 'post-when-out'
      ? `${capital(pole)} clamp to the ${pole} post: your rule accepts that on the bench.`
      : `${capital(pole)} clamp to the ${pole} post last, with the charger unplugged, and the last contact made at the wall.`;
  }
  return `${capital(pole)} clamp to the battery’s own ${pole} post, last: the body is not joined to it now, and a clamp there would charge nothing.`;
}

/** From the bare battery to one that hangs on a charger, in the order of the hands. */
const PUT_ON_STEPS: readonly ProcedureStep[] = [
  GLASSES,
  HYBRID,
  CONTROLLER_OFF,
  {
    id: 'sound',
    say: 'Not frozen, not cracked, not swollen; the place is aired; no flame.',
    why: 'A frozen or split battery bursts on charge.',
    caution: ({ facts }) =>
      CHEMISTRIES[facts.chemistry].leastChargeCelsius === null
        ? ''
        : 'Lithium: never at or below 0 °C.',
  },
  {
    id: 'suits',
    say: suits,
    why: 'A wrong voltage switch ruins a 6 V battery, a high programme dries gel out. The maker’s figure wins.',
  },
  { ...PACK_UNPLUGGED, when: blockAlone },
  { ...PACK_OPENED, when: blockAlone },
  {
    id: 'isolated-output',
    touches: 'charger',
    say: 'A charger whose output is isolated from earth, for this block alone.',
    why: 'Two ways to earth through the string are a short circuit.',
    when: blockAlone,
  },
  {
    ...EARTHED_OFF,
    after: ['protect-yourself', 'controller-off'],
    say: (context) => `${capital(earthed(context))} clamp of the vehicle off first: your rule.`,
    when: cablesComeOff,
  },
  {
    id: 'cables',
    say: 'Vehicle cables stay on.',
    why: 'Settings are kept.',
    when: (context) => !context.out && bodyIsJoined(context),
  },
  {
    id: 'lead-aside',
    say: (context) => `The loose ${earthed(context)} lead tied aside, clear of both posts.`,
    why: 'A stiff lead moves back on its own.',
    after: ['earthed-off'],
    when: (context) => !context.out && clamps(context) && !bodyIsJoined(context),
  },
  {
    id: 'caps',
    say: ({ rules }) =>
      rules.capsOnCharge === 'on'
        ? 'Vented caps stay on.'
        : 'Caps loosened, a damp cloth over them: your rule.',
    why: 'The gas must get out, the spray must not.',
    when: ({ details }) => details.capsOpen,
  },
  {
    id: 'unplugged',
    touches: 'mains',
    say: 'Charger unplugged.',
    why: 'A live clamp sparks at the post, where gas stands.',
  },
  {
    id: 'own-plug',
    touches: 'charger',
    say: (context) =>
      context.charger?.kind === 'string'
        ? 'Its plug into the string’s own socket, all the way; isolator on, links closed.'
        : 'Hook-up cable dry and all the way in; its switch on, and taped.',
    why: 'A plug that is half in gets hot, and a switch that is knocked off charges nothing.',
    when: hasOwnSocket,
    after: ['unplugged', 'sound', 'suits'],
  },
  {
    id: 'live-clamp',
    touches: LIVE_POST,
    say: (context) =>
      isBlock(context)
        ? `${capital(live(context))} clamp to this block’s own ${live(context)} post first.`
        : `${capital(live(context))} clamp to the ${live(context)} post first.`,
    why: (context) =>
      bodyIsJoined(context)
        ? 'The post that is not connected to the body.'
        : 'The same order everywhere, so that it is right where it matters.',
    when: clamps,
    after: ['unplugged', 'sound', 'suits', 'protect-yourself', 'pack-opened', 'earthed-off'],
    tooEarly:
      'First see that it is sound, that the programme suits, and that the charger is unplugged: a live clamp sparks where gas stands.',
  },
  {
    id: 'last-clamp',
    touches: lastClamp,
    say: lastClampSay,
    why: (context) =>
      bodyIsJoined(context)
        ? 'The last contact may spark: away from the gas.'
        : 'With the charger unplugged it does not spark.',
    when: clamps,
    after: ['live-clamp'],
    tooEarly:
      'The post that is not earthed comes first: then the last contact, which may spark, is made away from the gas.',
  },
  {
    id: 'lead',
    say: 'Lead not pinched, clear of moving parts, fuse at the positive, cover shut as far as it goes.',
    why: 'A pinched lead shorts weeks later, when nobody is there.',
    after: ['last-clamp', 'own-plug'],
  },
  {
    id: 'mains',
    touches: 'mains',
    say: 'Now the mains.',
    why: 'With every contact made, nothing sparks.',
    caution: 'Outdoors: residual-current protection and dry connectors.',
    after: ['last-clamp', 'own-plug'],
    tooEarly: 'Mains last: with a clamp still to come, the contact sparks where gas stands.',
  },
  {
    id: 'mode',
    say: 'Look at the mode: many wake in their normal programme. Lamp visible?',
    why: 'At each switch-on, and again after each power cut.',
    after: ['mains'],
  },
  {
    id: 'look-in',
    say: 'Look in every couple of hours; stop when its current has fallen to its floor.',
    why: 'It does not stop by itself: left alone it boils the battery dry.',
    after: ['mains'],
    when: ({ charger }) => charger !== null && !charger.stopsByItself,
  },
  {
    id: 'tag',
    say: 'Tag on the wheel or bars: connected, unplug before moving.',
    why: 'A plugged-in vehicle driven off takes the wall with it.',
    when: ({ out }) => !out,
    after: ['mains'],
  },
  CONTROLLER_ON,
];

export const PUT_ON_CHARGE: Procedure<'put-on-charge'> = {
  id: 'put-on-charge',
  label: 'Put on charge',
  minutes: 4,
  short: 'recharge',
  doing: 'put on charge',
  steps: PUT_ON_STEPS,
  writes: ({ charger, hook }) => [
    draft('charge-started', {
      charger: hook?.name ?? charger?.name ?? '',
      ...(hook ? { hook: hook.hook } : {}),
    }),
  ],
};

export const HOOK_UP: Procedure = {
  id: 'hook-up',
  label: 'Hook up a maintainer',
  minutes: 5,
  short: 'hook up',
  doing: 'hooked up',
  steps: PUT_ON_STEPS,
  writes: ({ hook }) => [draft('maintainer', { on: true, ...(hook ? { hook: hook.hook } : {}) })],
};

export const UNHOOK: Procedure = {
  id: 'unhook',
  label: 'Take it off the charger',
  minutes: 2,
  short: 'take off',
  doing: 'taken off the charger',
  steps: [
    CONTROLLER_OFF,
    {
      id: 'smell',
      say: 'Rotten-egg smell or a hot case? Off at the mains, air, do not touch until cool.',
      why: 'A cell is boiling dry.',
      caution: MAKERS,
    },
    {
      id: 'mains',
      touches: 'mains',
      say: 'Mains off; wait until its lamps are out.',
      why: 'A clamp that comes off under current sparks where gas stands.',
    },
    {
      id: 'own-plug',
      touches: 'charger',
      say: 'Its plug out, cable stowed dry.',
      why: 'A cable on the floor is driven over.',
      when: hasOwnSocket,
      after: ['mains'],
    },
    {
      id: 'last-clamp',
      touches: lastClamp,
      say: (context) =>
        bodyIsJoined(context)
          ? `${capital(earthed(context))} clamp off the body: the one that went on last.`
          : `${capital(earthed(context))} clamp off the ${earthed(context)} post: the one that went on last.`,
      why: 'In reverse of putting it on.',
      when: clamps,
      after: ['mains'],
      tooEarly: 'Mains off and lamps out before a clamp is touched: it sparks where gas stands.',
    },
    {
      id: 'live-clamp',
      touches: LIVE_POST,
      say: (context) => `${capital(live(context))} clamp off its post.`,
      why: 'In reverse of putting it on.',
      when: clamps,
      after: ['last-clamp'],
      tooEarly: 'The clamp that went on last comes off first.',
    },
    {
      id: 'cap',
      say: 'Connector dry and capped.',
      why: 'A wet connector corrodes on the road.',
      when: ({ details }) => details.chargeLead,
      after: ['live-clamp'],
    },
    {
      id: 'tag',
      say: 'Tag off the wheel, into your pocket.',
      why: 'A tag that lies means nothing any more.',
      when: ({ out }) => !out,
      after: ['mains'],
    },
    CONTROLLER_ON,
  ],
  writes: () => [draft('maintainer', { on: false })],
};
