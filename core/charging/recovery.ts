import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import {
  LOAD_TEST_FROM_PCT,
  LOAD_TEST_SECONDS,
  loadTestAmps,
  loadTestFloor,
} from '../battery/load-test';
import { THAW_CELSIUS, thawHours } from '../battery/thaw';
import { socOfVolts, voltsOfSoc } from '../battery/state-of-charge';
import { MS_PER_HOUR } from '../day';
import { condemnedFor } from '../logbook/open-findings';
import type { BatteryState } from '../logbook/state';
import { formatTemperature, formatVolts } from '../words/words';
import type { Rules } from '../rules/rules';

/** 10.5 V that stays there: one cell is gone. Common practice. */
const CELL_GONE_VOLTS_PER_CELL = 1.75;
/** Whether it holds is asked a day after the charge. Common practice. */
export const HOLDS_AFTER_HOURS = 24;
/** A reading the next morning counts as a day after. Our own choice. */
const A_DAY_ABOUT = 4 * MS_PER_HOUR;
/** A slow charge may take so many times what is foreseen. Common practice. */
const LONGEST = 2;

export const RECOVERY_STEPS = [
  'thaw',
  'inspect',
  'charge',
  'rest',
  'read',
  'recondition',
  'load-test',
] as const;
export type RecoveryStepId = (typeof RECOVERY_STEPS)[number];

export interface RecoveryStep {
  readonly id: RecoveryStepId;
  readonly label: string;
  readonly say: string;
  /** How long or how far. */
  readonly limit: string;
  /** What ends the attempt here. */
  readonly ends: string;
  readonly state: 'done' | 'now' | 'later' | 'not-needed' | 'failed';
  /** Not before this instant. */
  readonly from: number | null;
  /** What came of it. */
  readonly result: string | null;
}

export interface Recovery {
  readonly steps: readonly RecoveryStep[];
  readonly now: RecoveryStepId | null;
  /** Keep or replace, once that is known. */
  readonly verdict: 'keep' | 'replace' | null;
  readonly why: string;
  readonly spent: {
    readonly minutes: number;
    readonly days: number;
    readonly wattHours: number;
    readonly money: number;
  };
  readonly newPrice: number;
}

export interface RecoveryQuestion {
  readonly state: BatteryState;
  readonly chemistry: ChemistryId;
  readonly cells: number;
  readonly capacityAh: number;
  readonly coldCrankingAmps: number | null;
  readonly celsius: number;
  /** Whether there may be ice in it, as it is judged everywhere; null: there is none. */
  readonly ice: { readonly freezingCelsius: number } | null;
  readonly rules: Rules;
  readonly now: number;
}

/** Attendant's minutes of each step, without the waiting. Our own assumption. */
const STEP_MINUTES: Readonly<Record<RecoveryStepId, number>> = {
  thaw: 12,
  inspect: 4,
  charge: 8,
  recondition: 8,
  rest: 0,
  read: 2,
  'load-test': 6,
};
/** Out of the wall for each watt-hour into the battery. Data sheets of small chargers. */
export const MAINS_SHARE = 1 / 0.82;

/** Whether a resting voltage is that of a flat battery; lithium has its own end. */
export const isFlat = (chemistry: ChemistryId, cells: number, volts: number) =>
  volts < flatBelow(chemistry, cells);

/** The resting voltage under which a battery of so many cells counts as found flat. */
export const flatBelow = (chemistry: ChemistryId, cells: number) =>
  cells * CHEMISTRIES[chemistry].flatVoltsPerCell;

/** What a new one of its kind costs, in the site's own money. */
export const newPrice = (chemistry: ChemistryId, capacityAh: number, rules: Rules) =>
  Math.round(rules.moneyPerAh * CHEMISTRIES[chemistry].price * capacityAh);

/**
 * The recovery ladder of a battery that was found flat, as far as its logbook has it: thaw,
 * inspect, charge slowly, recondition once where the chemistry allows it and the charge alone
 * did not do, rest a day, read, load test. Null where no attempt was begun.
 *
 * The attempt ends with "replace" when an inspection condemns it, it is not full after twice the
 * hours foreseen, it stays near 10.5 V, is not
 * over 12.4 V a day after its full charge and no reconditioning is left, or fails the load test.
 */
export function recoveryOf(question: RecoveryQuestion): Recovery | null {
  const { state, chemistry, cells, rules } = question;
  const begun = state.recovery;
  if (!begun) return null;
  const reached: RecoveryStep[] = [];
  let stopped: { verdict: 'keep' | 'replace'; why: string } | null = null;
  let open = false;
  const put = (
    step: Omit<RecoveryStep, 'state'> & { state: 'done' | 'now' | 'not-needed' | 'failed' },
  ) => {
    const waits = open || stopped !== null;
    reached.push({ ...step, state: waits && step.state !== 'not-needed' ? 'later' : step.state });
    if (!waits && step.state === 'now') open = true;
  };

  // Thaw: only where it can be frozen.
  const frozen = question.ice !== null && begun.thawedAt === null;
  put({
    id: 'thaw',
    label: 'Thaw',
    say: `Never charge a frozen battery. Bring it where it is at ${formatTemperature(THAW_CELSIUS, rules)} or more, and leave it there.`,
    limit: `${thawHours(question.capacityAh)} h without a break, or its case measured at ${formatTemperature(THAW_CELSIUS, rules)}`,
    ends: 'Ice that has split the case.',
    from: null,
    state: begun.thawedAt !== null ? 'done' : frozen ? 'now' : 'not-needed',
    result:
      begun.thawedAt !== null
        ? 'thawed through'
        : frozen
          ? null
          : 'it has not been near its freezing point since it was last warm through',
  });

  const inspected = state.inspection !== null && state.inspection.at >= begun.at;
  const condemned = condemnedFor(state);
  put({
    id: 'inspect',
    label: 'Inspect',
    say: 'Look for splits, leaks, swollen walls; levels where caps open: cover the plates before charging.',
    limit: 'once',
    ends: 'A crack, a leak or a swollen wall.',
    from: null,
    state: condemned ? 'failed' : inspected ? 'done' : 'now',
    result: condemned ? condemned.seen : inspected ? 'sound' : null,
  });
  if (condemned) stopped = { verdict: 'replace', why: `It is condemned: ${condemned.seen}.` };

  const charges = state.charges.filter(({ from }) => from >= begun.at);
  const slow = charges[0] ?? null;
  const last = charges.at(-1) ?? null;
  const foreseen = last?.hook?.hours ?? null;
  const endless =
    last !== null &&
    !last.full &&
    foreseen !== null &&
    last.to - last.from > LONGEST * foreseen * MS_PER_HOUR;
  put({
    id: 'charge',
    label: 'Charge slowly',
    say: `About ${amps(question.capacityAh / 20)} to ${amps(question.capacityAh / 10)}, the case no warmer than your hand.`,
    limit: `at most ${LONGEST} times the hours foreseen`,
    ends: 'A hot case, a smell of rotten eggs, a current that does not fall.',
    from: null,
    state: endless ? 'failed' : slow && state.chargeSince === null ? 'done' : 'now',
    result: slow
      ? slow.full
        ? 'to full'
        : 'taken off before it was full'
      : state.chargeSince !== null
        ? 'on charge'
        : null,
  });

  if (!stopped && !open && endless) {
    stopped = {
      verdict: 'replace',
      why: `It was not full after ${Math.round((last.to - last.from) / MS_PER_HOUR)} h, and ${Math.round(foreseen)} h were foreseen.`,
    };
  }

  // What it showed once it had rested for a day after its last charge or programme.
  const restSince = last ? Math.max(last.to, begun.reconditionedAt ?? 0) : null;
  const restUntil = restSince === null ? null : restSince + HOLDS_AFTER_HOURS * MS_PER_HOUR;
  const judgedBy = state.readings.findLast(
    (one) => !one.fed && restUntil !== null && one.at >= restUntil - A_DAY_ABOUT,
  );
  const line = voltsOf(question, rules.lineSocPct[chemistry]);
  const gone = judgedBy !== undefined && judgedBy.volts < CELL_GONE_VOLTS_PER_CELL * cells;
  const low = judgedBy !== undefined && judgedBy.volts <= line;
  const { mayRecondition } = CHEMISTRIES[chemistry];
  const reconditioned = begun.reconditionedAt !== null;
  const wants = mayRecondition && !reconditioned && low && !gone;

  put({
    id: 'rest',
    label: 'Rest a day',
    say: 'Nothing on it: no charger, no load, negative off if it can be.',
    limit: `${HOLDS_AFTER_HOURS} h`,
    ends: 'Nothing; patience.',
    from: restUntil,
    state: judgedBy || (restUntil !== null && question.now >= restUntil) ? 'done' : 'now',
    result: judgedBy ? 'rested' : null,
  });

  put({
    id: 'read',
    label: 'Read',
    say: `At rest, a day after its charge: over ${formatVolts(line)}, or it does not hold.`,
    limit: 'one resting voltage',
    ends: `Near ${formatVolts(CELL_GONE_VOLTS_PER_CELL * cells)}: one cell is gone.${mayRecondition ? '' : ` At or under ${formatVolts(line)}.`}`,
    from: restUntil,
    state: judgedBy ? (gone || (low && !wants) ? 'failed' : 'done') : 'now',
    result: judgedBy ? formatVolts(judgedBy.volts) : null,
  });

  put({
    id: 'recondition',
    label: 'Recondition once',
    say:
      rules.recondition === 'out'
        ? 'Out of the vehicle or both cables off, caps vented, the place aired; then rest and read again.'
        : 'With an automatic programme that limits its volts, the place aired; then rest and read again.',
    limit: 'one programme, measured before and after',
    ends: `Still at or under ${formatVolts(line)} after it.`,
    from: null,
    state: wants ? 'now' : reconditioned ? 'done' : 'not-needed',
    result: reconditioned
      ? 'done'
      : mayRecondition
        ? wants
          ? null
          : 'only if a slow charge does not do'
        : `not for ${CHEMISTRIES[chemistry].short}`,
  });
  if (!stopped && judgedBy && gone) {
    stopped = {
      verdict: 'replace',
      why: `${formatVolts(judgedBy.volts)} a day after its charge: one cell is gone.`,
    };
  } else if (!stopped && !open && judgedBy && low && !wants) {
    stopped = {
      verdict: 'replace',
      why: `${formatVolts(judgedBy.volts)} a day after its charge is not over ${formatVolts(line)}${reconditioned ? ', and reconditioning was tried' : ''}.`,
    };
  }

  const test = begun.loadTest;
  const rated = question.coldCrankingAmps;
  const floor = loadTestFloor(cells, test?.celsius ?? question.celsius);
  const enough = judgedBy ? socAt(question, judgedBy.volts) >= LOAD_TEST_FROM_PCT : true;
  const testable = rated !== null && CHEMISTRIES[chemistry].family === 'lead-acid';
  const passed = test !== null && test.volts >= floor;
  put({
    id: 'load-test',
    label: 'Load test',
    say: testable
      ? `${Math.round(loadTestAmps(rated))} A for ${LOAD_TEST_SECONDS} s: at least ${formatVolts(floor)} at ${formatTemperature(test?.celsius ?? question.celsius, rules)}.`
      : 'No cranking amps are known of it: its resting voltage decides.',
    limit: `${LOAD_TEST_SECONDS} s; from ${LOAD_TEST_FROM_PCT} % and not frozen`,
    ends: `Under ${formatVolts(floor)}.`,
    from: null,
    state: test ? (passed ? 'done' : 'failed') : testable && enough ? 'now' : 'not-needed',
    result: test
      ? `${formatVolts(test.volts)} under ${Math.round(test.amps)} A`
      : testable
        ? enough
          ? null
          : `only from ${LOAD_TEST_FROM_PCT} %`
        : 'not for this one',
  });
  if (!stopped && !open && test && !passed) {
    stopped = {
      verdict: 'replace',
      why: `${formatVolts(test.volts)} under load is less than ${formatVolts(floor)}.`,
    };
  } else if (!stopped && !open && judgedBy && !low) {
    stopped = {
      verdict: 'keep',
      why: `${formatVolts(judgedBy.volts)} a day after its charge${test ? `, and ${formatVolts(test.volts)} under load` : ''}: it holds. Tell its owner that it was flat.`,
    };
  }

  const stepsDone = reached.filter(({ state: done }) => done === 'done' || done === 'failed');
  const minutes = stepsDone.reduce((sum, { id }) => sum + STEP_MINUTES[id], 0);
  const wattHours =
    charges.reduce((sum, one) => sum + (one.ampHours ?? one.hook?.ampHours ?? 0), 0) *
    (CHEMISTRIES[chemistry].nominalVoltsPerCell * cells * 1.13) *
    MAINS_SHARE;
  return {
    steps: reached,
    now: reached.find((step) => step.state === 'now')?.id ?? null,
    verdict: stopped?.verdict ?? null,
    why: stopped?.why ?? begun.why,
    spent: {
      minutes,
      days: Math.max(0, (question.now - begun.at) / (24 * MS_PER_HOUR)),
      wattHours,
      money: (minutes / 60) * rules.moneyPerHour + (wattHours / 1000) * rules.moneyPerKwh,
    },
    newPrice: newPrice(chemistry, question.capacityAh, rules),
  };
}

const amps = (value: number) => `${Number(value.toFixed(1))} A`;

const onScale = (question: RecoveryQuestion) => ({
  chemistry: question.chemistry,
  cells: question.cells,
  scale: question.rules.scale[question.chemistry],
  celsius: question.celsius,
});
const socAt = (question: RecoveryQuestion, volts: number) =>
  socOfVolts({ ...onScale(question), volts });
const voltsOf = (question: RecoveryQuestion, socPct: number) =>
  voltsOfSoc({ ...onScale(question), socPct });
