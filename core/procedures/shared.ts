import type { ProcedureContext, ProcedureStep } from './procedure';

/** The post that is connected to the body: off first, on last. */
export const earthed = ({ vehicle }: ProcedureContext) => vehicle.earth;
export const live = ({ vehicle }: ProcedureContext) =>
  vehicle.earth === 'negative' ? 'positive' : 'negative';
export const tools = ({ details }: ProcedureContext) =>
  [
    ...(details.tools ? [`insulated spanner, ${details.tools}`] : ['insulated spanner']),
    'gloves',
  ].join(', ');
export const where = ({ place, details }: ProcedureContext) =>
  [place || 'find the battery', ...(details.access ? [`off first: ${details.access}`] : [])].join(
    '; ',
  );
export const inPairs = (volts: number, cells: number) => ((volts * cells) / 6).toFixed(2);
export const absorption = ({ rules, facts }: ProcedureContext) =>
  facts.chemistry === 'lfp'
    ? rules.absorptionVolts.lfp.toFixed(2)
    : inPairs(rules.absorptionVolts[facts.chemistry], facts.cells);
export const lead = ({ facts }: ProcedureContext) => facts.chemistry !== 'lfp';
export const heavy = ({ facts }: ProcedureContext) => facts.capacityAh >= 40;

export const GLASSES: ProcedureStep = {
  id: 'protect-yourself',
  say: 'Glasses and gloves on, rings and watch off, water and soda at hand.',
  why: 'Acid takes an eye in seconds, and a ring across two posts glows at once.',
  caution: 'Acid in an eye: rinse long with water, then a doctor.',
};

export const HYBRID: ProcedureStep = {
  id: 'orange-cables',
  say: 'Keep clear of everything orange. Only the 12 V battery is yours.',
  why: 'Orange cables carry hundreds of volts; that is for licensed staff.',
  caution: 'The traction pack belongs to the maker and licensed staff.',
  when: ({ vehicleKind }) => vehicleKind === 'hybrid',
};

export const CHARGER_OFF: ProcedureStep = {
  id: 'charger-off',
  say: 'Charger or maintainer off at the mains, its clamps off.',
  why: 'A clamp that comes off under current sparks where gas stands.',
};

export const EARTHED_OFF: ProcedureStep = {
  id: 'earthed-off',
  say: (context) => `${capital(earthed(context))} clamp off first.`,
  why: (context) =>
    `The ${earthed(context)} is connected to the body. While it is on, a spanner from the ${live(context)} to the body is a dead short.`,
  tools,
  caution: 'Insulated tool, one hand; the other post covered.',
  after: ['charger-off', 'protect-yourself'],
  tooEarly: 'Mains off and lamps out before a clamp is touched, glasses on.',
};

/** The commonest mistake is to begin here, because it is nearer. */
export const LIVE_OFF: Omit<ProcedureStep, 'say' | 'after'> = {
  id: 'live-off',
  why: 'With the other one off there is no way round through the body any more.',
  tools,
  tooEarly: ({ vehicle }) =>
    vehicle.earth === 'negative'
      ? 'Not the positive first, even where it is nearer: while the negative is on, a spanner from the positive to the body is a dead short. The negative comes off first.'
      : 'This vehicle has positive earth: the positive is connected to the body and comes off first. While it is on, a spanner from the negative to the body is a dead short.',
};

export const wholeDue = ({ wholeCleanedYearsAgo, rules }: ProcedureContext) =>
  wholeCleanedYearsAgo === null || wholeCleanedYearsAgo >= rules.wholeCleanYears;

export const bareMetal = (context: ProcedureContext) =>
  context.out
    ? context.rules.negativeClamp === 'post-when-out'
      ? 'Negative clamp to the negative post: your rule accepts that on the bench.'
      : 'Negative clamp to the negative post last, with the charger unplugged, and the last contact made at the wall.'
    : context.vehicle.earth === 'positive'
      ? 'Positive earth: positive clamp to bare metal of body or engine, away from the battery, or the maker’s point.'
      : 'Negative clamp to bare metal of body or engine, away from the battery, or the maker’s charging point.';

export const MAKERS = 'The maker’s instructions come first.';

export function capital(word: string): string {
  return word[0]!.toUpperCase() + word.slice(1);
}
