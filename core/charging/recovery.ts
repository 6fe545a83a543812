import { t } from '../language';
import { holdsLoad } from '../vehicle-tests/load-test';
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
  const attempt = attemptOf(question);
  if (!attempt) return null;
  const { begun, charges } = attempt;
  const { chemistry, cells, capacityAh, rules, now } = question;
  const steps: RecoveryStep[] = [];
  let stopped: Stop | null = null;
  let isOpen = false;
  for (const { step, stop } of RUNGS) {
    const reached = step(attempt);
    const waits = (isOpen || stopped !== null) && reached.state !== 'not-needed';
    steps.push({ ...reached, state: waits ? 'later' : reached.state });
    if (!waits && reached.state === 'now') isOpen = true;
    stopped ??= stop?.(attempt, isOpen) ?? null;
  }
  const done = steps.filter(({ state }) => state === 'done' || state === 'failed');
  const minutes = done.reduce((sum, { id }) => sum + STEP_MINUTES[id], 0);
  const wattHours =
    charges.reduce((sum, one) => sum + (one.ampHours ?? one.hook?.ampHours ?? 0), 0) *
    (CHEMISTRIES[chemistry].nominalVoltsPerCell * cells * 1.13) *
    MAINS_SHARE;
  return {
    steps,
    now: steps.find(({ state }) => state === 'now')?.id ?? null,
    verdict: stopped?.verdict ?? null,
    why: stopped?.why ?? begun.why,
    spent: {
      minutes,
      days: Math.max(0, (now - begun.at) / (24 * MS_PER_HOUR)),
      wattHours,
      money: (minutes / 60) * rules.moneyPerHour + (wattHours / 1000) * rules.moneyPerKwh,
    },
    newPrice: newPrice(chemistry, capacityAh, rules),
  };
}

interface Stop {
  readonly verdict: 'keep' | 'replace';
  readonly why: string;
}
const replace = (why: string): Stop => ({ verdict: 'replace', why });

/** What the logbook has of an attempt, as far as its steps ask. */
interface Attempt {
  readonly question: RecoveryQuestion;
  readonly begun: NonNullable<BatteryState['recovery']>;
  readonly condemned: ReturnType<typeof condemnedFor>;
  readonly charges: BatteryState['charges'];
  readonly last: BatteryState['charges'][number] | null;
  /** It was not full after twice the hours foreseen: those. */
  readonly endlessOf: number | null;
  /** A day after its last charge or programme. */
  readonly restUntil: number | null;
  /** What it showed then. */
  readonly judgedBy: BatteryState['readings'][number] | undefined;
  /** The volts of its recharge line. */
  readonly line: number;
  readonly gone: boolean;
  readonly low: boolean;
  /** Reconditioning is left to be tried. */
  readonly wants: boolean;
  readonly test: NonNullable<BatteryState['recovery']>['loadTest'];
  readonly testFloor: number;
  /** It held up in its load test. */
  readonly holds: boolean;
}

function attemptOf(question: RecoveryQuestion): Attempt | null {
  const { state, chemistry, cells, rules } = question;
  const begun = state.recovery;
  if (!begun) return null;
  const charges = state.charges.filter(({ from }) => from >= begun.at);
  const last = charges.at(-1) ?? null;
  const foreseen = last?.hook?.hours ?? null;
  const isEndless =
    last !== null &&
    !last.full &&
    foreseen !== null &&
    last.to - last.from > LONGEST * foreseen * MS_PER_HOUR;
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
  const test = begun.loadTest;
  return {
    question,
    begun,
    condemned: condemnedFor(state),
    charges,
    last,
    endlessOf: isEndless ? foreseen : null,
    restUntil,
    judgedBy,
    line,
    gone,
    low,
    wants: mayRecondition && begun.reconditionedAt === null && low && !gone,
    test,
    testFloor: loadTestFloor(cells, test?.celsius ?? question.celsius),
    holds: test !== null && holdsLoad(test.volts, cells, test.celsius),
  };
}

type Reached = Omit<RecoveryStep, 'state'> & {
  readonly state: 'done' | 'now' | 'not-needed' | 'failed';
};
/** A rung of the ladder, and what ends the attempt on it; `isOpen`: something before it is left. */
interface Rung {
  readonly step: (attempt: Attempt) => Reached;
  readonly stop?: (attempt: Attempt, isOpen: boolean) => Stop | null;
}

/** Only where it can be frozen. */
const THAW: Rung = {
  step: ({ question: { rules, capacityAh, ice }, begun }) => {
    const warm = formatTemperature(THAW_CELSIUS, rules);
    const isThawed = begun.thawedAt !== null;
    return {
      id: 'thaw',
      label: t`Thaw`,
      say: t`Never charge a frozen battery. Bring it where it is at ${warm} or more, and leave it there.`,
      limit: t`${thawHours(capacityAh)} h without a break, or its case measured at ${warm}`,
      ends: t`Ice that has split the case.`,
      from: null,
      state: isThawed ? 'done' : ice !== null ? 'now' : 'not-needed',
      result: isThawed
        ? t`thawed through`
        : ice !== null
          ? null
          : t`it has not been near its freezing point since it was last warm through`,
    };
  },
};

const INSPECT: Rung = {
  step: ({ question: { state }, begun, condemned }) => {
    const isInspected = state.inspection !== null && state.inspection.at >= begun.at;
    return {
      id: 'inspect',
      label: t`Inspect`,
      say: t`Look for splits, leaks, swollen walls; levels where caps open: cover the plates before charging.`,
      limit: t`once`,
      ends: t`A crack, a leak or a swollen wall.`,
      from: null,
      state: condemned ? 'failed' : isInspected ? 'done' : 'now',
      result: condemned ? condemned.seen : isInspected ? t`sound` : null,
    };
  },
  stop: ({ condemned }) => condemned && replace(t`It is condemned: ${condemned.seen}.`),
};

const CHARGE: Rung = {
  step: ({ question: { state, capacityAh }, charges: [slow], endlessOf }) => ({
    id: 'charge',
    label: t`Charge slowly`,
    say: t`About ${amps(capacityAh / 20)} to ${amps(capacityAh / 10)}, the case no warmer than your hand.`,
    limit: t`at most ${LONGEST} times the hours foreseen`,
    ends: t`A hot case, a smell of rotten eggs, a current that does not fall.`,
    from: null,
    state: endlessOf !== null ? 'failed' : slow && state.chargeSince === null ? 'done' : 'now',
    result: slow
      ? slow.full
        ? t`to full`
        : t`taken off before it was full`
      : state.chargeSince !== null
        ? t`on charge`
        : null,
  }),
  stop: ({ last, endlessOf }, isOpen) =>
    isOpen || last === null || endlessOf === null
      ? null
      : replace(
          t`It was not full after ${Math.round((last.to - last.from) / MS_PER_HOUR)} h, and ${Math.round(endlessOf)} h were foreseen.`,
        ),
};

const REST: Rung = {
  step: ({ question: { now }, restUntil, judgedBy }) => ({
    id: 'rest',
    label: t`Rest a day`,
    say: t`Nothing on it: no charger, no load, negative off if it can be.`,
    limit: `${HOLDS_AFTER_HOURS} h`,
    ends: t`Nothing; patience.`,
    from: restUntil,
    state: judgedBy || (restUntil !== null && now >= restUntil) ? 'done' : 'now',
    result: judgedBy ? 'rested' : null,
  }),
};

const READ: Rung = {
  step: ({ question: { chemistry, cells }, restUntil, judgedBy, line, gone, low, wants }) => {
    const { mayRecondition } = CHEMISTRIES[chemistry];
    return {
      id: 'read',
      label: t`Read`,
      say: t`At rest, a day after its charge: over ${formatVolts(line)}, or it does not hold.`,
      limit: t`one resting voltage`,
      ends: t`Near ${formatVolts(CELL_GONE_VOLTS_PER_CELL * cells)}: one cell is gone.${mayRecondition ? '' : t` At or under ${formatVolts(line)}.`}`,
      from: restUntil,
      state: judgedBy ? (gone || (low && !wants) ? 'failed' : 'done') : 'now',
      result: judgedBy ? formatVolts(judgedBy.volts) : null,
    };
  },
};

const RECONDITION: Rung = {
  step: ({ question: { chemistry, rules }, begun, line, wants }) => {
    const { mayRecondition, short } = CHEMISTRIES[chemistry];
    const isDone = begun.reconditionedAt !== null;
    return {
      id: 'recondition',
      label: t`Recondition once`,
      say:
        rules.recondition === 'out'
          ? t`Out of the vehicle or both cables off, caps vented, the place aired; then rest and read again.`
          : t`With an automatic programme that limits its volts, the place aired; then rest and read again.`,
      limit: t`one programme, measured before and after`,
      ends: t`Still at or under ${formatVolts(line)} after it.`,
      from: null,
      state: wants ? 'now' : isDone ? 'done' : 'not-needed',
      result: isDone
        ? 'done'
        : !mayRecondition
          ? t`not for ${short}`
          : wants
            ? null
            : t`only if a slow charge does not do`,
    };
  },
  stop: ({ begun, judgedBy, line, gone, low, wants }, isOpen) => {
    if (!judgedBy) return null;
    const shown = formatVolts(judgedBy.volts);
    if (gone) return replace(t`${shown} a day after its charge: one cell is gone.`);
    if (isOpen || !low || wants) return null;
    const tried = begun.reconditionedAt === null ? '' : t`, and reconditioning was tried`;
    return replace(t`${shown} a day after its charge is not over ${formatVolts(line)}${tried}.`);
  },
};

const LOAD_TEST: Rung = {
  step: ({ question, judgedBy, test, testFloor, holds }) => {
    const { chemistry, coldCrankingAmps: rated, celsius, rules } = question;
    const enough = judgedBy ? socAt(question, judgedBy.volts) >= LOAD_TEST_FROM_PCT : true;
    const isLead = CHEMISTRIES[chemistry].family === 'lead-acid';
    const testable = isLead ? rated : null;
    const isDue = testable !== null && enough;
    return {
      id: 'load-test',
      label: t`Load test`,
      say:
        testable !== null
          ? t`${Math.round(loadTestAmps(testable))} A for ${LOAD_TEST_SECONDS} s: at least ${formatVolts(testFloor)} at ${formatTemperature(test?.celsius ?? celsius, rules)}.`
          : t`No cranking amps are known of it: its resting voltage decides.`,
      limit: t`${LOAD_TEST_SECONDS} s; from ${LOAD_TEST_FROM_PCT} % and not frozen`,
      ends: t`Under ${formatVolts(testFloor)}.`,
      from: null,
      state: test ? (holds ? 'done' : 'failed') : isDue ? 'now' : 'not-needed',
      result: test
        ? t`${formatVolts(test.volts)} under ${Math.round(test.amps)} A`
        : testable === null
          ? t`not for this one`
          : enough
            ? null
            : t`only from ${LOAD_TEST_FROM_PCT} %`,
    };
  },
  stop: ({ judgedBy, low, test, testFloor, holds }, isOpen) => {
    if (isOpen) return null;
    const under = test && formatVolts(test.volts);
    if (test && !holds) {
      return replace(t`${under} under load is less than ${formatVolts(testFloor)}.`);
    }
    if (!judgedBy || low) return null;
    const shown = formatVolts(judgedBy.volts);
    const tested = test ? t`, and ${under} under load` : '';
    return {
      verdict: 'keep',
      why: t`${shown} a day after its charge${tested}: it holds. Tell its owner that it was flat.`,
    };
  },
};

/** From the bottom. */
const RUNGS: readonly Rung[] = [THAW, INSPECT, CHARGE, REST, READ, RECONDITION, LOAD_TEST];

const amps = (value: number) => t`${Number(value.toFixed(1))} A`;

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
