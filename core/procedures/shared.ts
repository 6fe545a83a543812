import { decimal, msg, t, withWords } from '../language';
import { CHEMISTRIES } from '../battery/chemistries';
import {
  earthedPole,
  isBlock,
  isInString,
  livePole,
  type BatteryContext,
} from '../context/battery-context';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import type { Pole } from '../stay/vehicle-facts';
import type { ProcedureStep, Touch } from './procedure';

const POLE_WORDS = withWords({ negative: msg`negative`, positive: msg`positive` });
/** The posts by their names. */
export const earthed = (of: Pick<BatteryContext, 'vehicle'>) => POLE_WORDS[earthedPole(of)];
export const live = (of: Pick<BatteryContext, 'vehicle'>) => POLE_WORDS[livePole(of)];
export const tools = ({ details }: BatteryContext) =>
  [
    ...(details.tools ? [t`insulated spanner, ${details.tools}`] : [t`insulated spanner`]),
    t`gloves`,
  ].join(', ');
export const where = ({ place, details }: BatteryContext) =>
  [place || t`find the battery`, ...(details.access ? [t`off first: ${details.access}`] : [])].join(
    '; ',
  );
/** It cranks an engine. */
export const cranks = ({ role, vehicleKind }: Pick<BatteryContext, 'role' | 'vehicleKind'>) =>
  role === 'starter' && VEHICLE_KINDS[vehicleKind].goes === 'cranks';
/** Its vehicle says by itself that it is ready. */
export const readies = ({ role, vehicleKind, block }: BatteryContext) =>
  VEHICLE_KINDS[vehicleKind].goes === 'ready' &&
  (role === 'auxiliary' || (role === 'string' && (block === null || block.index === 1)));
export const inPairs = (volts: number, cells: number) => decimal((volts * cells) / 6, 2);
export const isLead = ({ facts }: BatteryContext) =>
  CHEMISTRIES[facts.chemistry].family === 'lead-acid';
/** By the house; the maker's own figure wins. */
export const absorption = ({ rules, facts, details }: BatteryContext) =>
  details.makerAbsorptionVolts?.toFixed(2) ??
  (CHEMISTRIES[facts.chemistry].family === 'lithium'
    ? decimal((rules.absorptionVolts[facts.chemistry] * facts.cells) / 4, 2)
    : inPairs(rules.absorptionVolts[facts.chemistry], facts.cells));
export const heavy = ({ facts }: BatteryContext) => facts.capacityAh >= 40;

/** A post of the battery, or of the block where it is one of a string. */
export const post =
  (pole: (context: BatteryContext) => Pole) =>
  (context: BatteryContext): Touch =>
    isBlock(context) ? `block-${pole(context)}` : `${pole(context)}-post`;
export const EARTHED_POST = post(earthedPole);
export const LIVE_POST = post(livePole);

export const GLASSES: ProcedureStep = {
  id: 'protect-yourself',
  say: msg`Glasses and gloves on, rings and watch off, water and soda at hand.`,
  why: msg`Acid takes an eye in seconds, and a ring across two posts glows at once.`,
  caution: msg`Acid in an eye: rinse long with water, then a doctor.`,
};

export const HYBRID: ProcedureStep = {
  id: 'orange-cables',
  say: msg`Keep clear of everything orange. Only the 12 V battery is yours.`,
  why: msg`Orange cables carry hundreds of volts; that is for licensed staff.`,
  caution: msg`The traction pack belongs to the maker and licensed staff.`,
  when: ({ vehicleKind }) => vehicleKind === 'hybrid',
};

const startsByItself = ({ vehicleKind, out }: BatteryContext) =>
  vehicleKind === 'generator' && !out;

/** A generator may start while a hand is in it. */
export const CONTROLLER_OFF: ProcedureStep = {
  id: 'controller-off',
  touches: 'controller',
  say: msg`Control switch off and locked, its own charger isolated.`,
  why: msg`A standby generator starts by itself, at any moment, with a hand in it.`,
  caution: msg`Say that it does not stand by while you work.`,
  when: startsByItself,
};
export const CONTROLLER_ON: ProcedureStep = {
  id: 'controller-on',
  touches: 'controller',
  say: msg`Hands and tools out; its own charger on again, control switch back to automatic.`,
  why: msg`Left off, it does not start on the night it is for.`,
  when: startsByItself,
};

/** It cannot start until its battery is back. */
export const CONTROLLER_TAG: ProcedureStep = {
  ...CONTROLLER_ON,
  say: msg`A tag on the control switch: off, no battery. It goes back to automatic when it has one.`,
  why: msg`Whoever counts on it has to know that it does not start.`,
};

/** Before a hand is laid on one block of a string. */
export const PACK_UNPLUGGED: ProcedureStep = {
  id: 'pack-unplugged',
  touches: 'mains',
  say: msg`The string’s own charger unplugged.`,
  why: msg`It puts the volts of the whole string on the posts.`,
  when: isInString,
};
export const PACK_OPENED: ProcedureStep = {
  id: 'pack-opened',
  touches: 'isolator',
  say: msg`String opened: its isolator off, or a link off.`,
  why: msg`Within the string both posts of a block are live against the rest.`,
  caution: msg`The other posts and links covered: none of them is earth.`,
  after: ['pack-unplugged'],
  when: isInString,
};
export const PACK_CLOSED: ProcedureStep = {
  id: 'pack-closed',
  touches: 'isolator',
  say: msg`Links back, string closed.`,
  why: msg`An open string neither drives nor charges.`,
  when: isInString,
};

const FIRST_HANDS = ['protect-yourself', 'controller-off', 'pack-opened', 'isolator-open'];

export const hasSwitch = ({ vehicle, out }: BatteryContext) =>
  !out && (vehicle.isolator === 'knob' || vehicle.isolator === 'key');

/** A knob or key in the earthed lead does the same job as the clamp. */
export const ISOLATOR_OPEN: ProcedureStep = {
  id: 'isolator-open',
  touches: 'isolator',
  say: ({ vehicle }) =>
    vehicle.isolator === 'key'
      ? t`Isolator off, its key out and into your pocket.`
      : t`Isolator off, its knob turned out.`,
  why: msg`It opens the earthed lead as a clamp does, without a spanner.`,
  when: (context) => hasSwitch(context) && !isBlock(context) && !context.isolatorOpen,
};
export const ISOLATOR_CLOSED: ProcedureStep = {
  id: 'isolator-closed',
  touches: 'isolator',
  say: ({ vehicle }) =>
    vehicle.isolator === 'remote' ? t`Remote isolator on.` : t`Isolator on again.`,
  why: msg`Until then nothing is connected, and nothing is charged through the vehicle.`,
  after: ['earthed-on'],
  when: (context) => context.vehicle.isolator !== 'none' && !isBlock(context) && !context.out,
};

export const EARTHED_OFF: ProcedureStep = {
  id: 'earthed-off',
  touches: EARTHED_POST,
  say: (context) =>
    isBlock(context)
      ? t`${capital(earthed(context))} link of this block off.`
      : t`${capital(earthed(context))} clamp off first.`,
  why: (context) =>
    isBlock(context)
      ? t`One at a time, with the string open: no spanner from a post to anything else.`
      : t`The ${earthed(context)} is connected to the body. While it is on, a spanner from the ${live(context)} to the body is a dead short.`,
  tools,
  caution: (context) =>
    context.vehicle.isolator === 'remote' && !isBlock(context)
      ? t`Insulated tool, one hand; the other post covered. The remote isolator draws by itself and drops out at about 11 V: it is no substitute.`
      : t`Insulated tool, one hand; the other post covered.`,
  after: FIRST_HANDS,
  tooEarly: msg`Glasses on, mains off and everything opened first, before a clamp is touched.`,
};

/** The commonest mistake is to begin here, because it is nearer. */
export const LIVE_OFF: Omit<ProcedureStep, 'say' | 'after'> = {
  id: 'live-off',
  touches: LIVE_POST,
  why: (context) =>
    isBlock(context)
      ? t`Alone it is a battery like any other.`
      : t`With the other one off there is no way round through the body any more.`,
  tools,
  tooEarly: (context) =>
    isBlock(context)
      ? t`One link at a time, with the string open: both posts are live against the rest.`
      : context.vehicle.earth === 'negative'
        ? t`Not the positive first, even where it is nearer: while the negative is on, a spanner from the positive to the body is a dead short. The negative comes off first.`
        : t`This vehicle has positive earth: the positive is connected to the body and comes off first. While it is on, a spanner from the negative to the body is a dead short.`,
};
export const liveOffSay = (context: BatteryContext, rest: string) =>
  t`${capital(live(context))} ${isBlock(context) ? t`link` : t`clamp`} off${rest}`;

/** Both back on, in reverse. */
export const LIVE_ON: ProcedureStep = {
  id: 'live-on',
  touches: LIVE_POST,
  say: (context) =>
    isBlock(context)
      ? t`${capital(live(context))} link of this block on, if it was off.`
      : t`${capital(live(context))} clamp on first, if it was off.`,
  why: (context) =>
    isBlock(context)
      ? t`With the string open nothing flows yet.`
      : t`With the body not connected yet, a slip of the spanner does nothing.`,
  tools,
};
export const EARTHED_ON: ProcedureStep = {
  id: 'earthed-on',
  touches: EARTHED_POST,
  say: (context) =>
    isBlock(context)
      ? t`${capital(earthed(context))} link of this block on.`
      : t`${capital(earthed(context))} clamp on last.`,
  why: msg`The faint crackle at the last contact is to be expected.`,
  tools,
  after: ['live-on'],
  tooEarly: (context) =>
    isBlock(context)
      ? t`One link at a time, and the string closed last.`
      : t`The ${earthed(context)} is connected to the body and goes on last: with it on, a spanner from the ${live(context)} to the body is a dead short.`,
};
export const TIGHT: ProcedureStep = {
  id: 'tight',
  say: msg`Nuts started by hand, clamp fully down, post standing above it; it cannot be turned by hand.`,
  why: msg`A loose clamp looks like a dead battery.`,
  after: ['earthed-on'],
};

export const wholeDue = ({ wholeCleanedYearsAgo, rules }: BatteryContext) =>
  wholeCleanedYearsAgo === null || wholeCleanedYearsAgo >= rules.wholeCleanYears;

export const MAKERS = msg`The maker’s instructions come first.`;

export function capital(word: string): string {
  return word[0]!.toUpperCase() + word.slice(1);
}

/** What a list cannot know of a vehicle: it is looked at before its power goes. */
export const LOOK_FIRST: ProcedureStep = {
  id: 'look-first',
  say: msg`Look at the vehicle: which post goes to its body, an alarm or a tracker that needs power, a radio code, locks that work by power only. Ask its owner what you cannot see.`,
  why: msg`It came here by a list, and nobody has looked yet: the steps take it for a plain one.`,
  caution: msg`Take nothing off before you have seen which post goes to the body, and write on its page what you found: the steps follow it.`,
  when: ({ vehicle }) => !vehicle.looked,
};
