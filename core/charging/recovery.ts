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
import { socOfVolts } from '../battery/state-of-charge';
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
/** Marks of near full hold at this temperature. */
const MARK_CELSIUS = 20;
/** From flat it takes this share of its capacity at least, if it is sound. Our own assumption. */
const TOOK_SHARE = 0.6;
/** So many full charges are tried before a battery is called spent. Common practice. */
const FULL_CHARGES = 2;
/** A slow charge may take so many times what is foreseen. Common practice. */
const LONGEST = 2;

export const RECOVERY_STEPS = [
  'thaw',
  'inspect',
  'charge',
  'rest',
  'read',
  'charge-again',
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
  'charge-again': 8,
  recondition: 8,
  rest: 0,
  read: 2,
  'load-test': 6,
};
/** Out of the wall for each watt-hour into the battery. Data sheets of small chargers. */
export const MAINS_SHARE = 1 / 0.82;

/** What a new one of its kind costs, in the site's own money. */
export const newPrice = (chemistry: ChemistryId, capacityAh: number, rules: Rules) =>
  Math.round(rules.moneyPerAh * CHEMISTRIES[chemistry].price * capacityAh);

/**
 * The recovery ladder of a battery that was found flat, as far as its logbook has it: thaw,
 * inspect, charge slowly, rest a day, read; charge once more where it is not near full then,
 * recondition once where the chemistry allows it and two charges did not do, load test. Null where
 * no attempt was begun.
 *
 * The attempt ends with "replace" when an inspection condemns it, it is not full after twice the
 * hours foreseen, it stays near 10.5 V, it never reaches the three quarters that a load test needs
 * in two full charges and a reconditioning where that may be tried, or it fails the load test.
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
  /** Near full a day after its charge, volts: under it it was not full, or it is weak. */
  readonly mark: number;
  readonly gone: boolean;
  /** It is under that, or took far less than was missing. */
  readonly short: boolean;
  /** What it holds for a load test to say something. */
  readonly enough: boolean;
  /** A second full charge is left to be tried. */
  readonly again: boolean;
  /** Reconditioning is left to be tried. */
  readonly wants: boolean;
  /** Nothing is left to be tried, and it does not hold enough. */
  readonly spent: boolean;
  readonly test: NonNullable<BatteryState['recovery']>['loadTest'];
  readonly testFloor: number;
  /** It held up in its load test. */
  readonly holds: boolean;
}

function attemptOf(question: RecoveryQuestion): Attempt | null {
  const { state, chemistry, cells } = question;
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
  const mark = nearFullVolts(question);
  const gone = judgedBy !== undefined && judgedBy.volts < CELL_GONE_VOLTS_PER_CELL * cells;
  const short = judgedBy !== undefined && (judgedBy.volts < mark || tookLittle(question, charges));
  const enough = judgedBy === undefined || socAt(question, judgedBy.volts) >= LOAD_TEST_FROM_PCT;
  const again = short && !gone && charges.filter(({ full }) => full).length < FULL_CHARGES;
  const tried = begun.reconditionedAt !== null || !CHEMISTRIES[chemistry].mayRecondition;
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
    mark,
    gone,
    short,
    enough,
    again,
    wants: short && !gone && !again && !enough && !tried,
    spent: short && !gone && !again && !enough && tried,
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
    state:
      endlessOf !== null
        ? 'failed'
        : slow && (slow.full || state.chargeSince === null)
          ? 'done'
          : 'now',
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
  step: ({ question: { cells }, restUntil, judgedBy, mark, gone, spent }) => ({
    id: 'read',
    label: t`Read`,
    say: t`At rest, a day after its charge: under ${formatVolts(mark)} it was not full, or it is weak.`,
    limit: t`one resting voltage`,
    ends: t`Near ${formatVolts(CELL_GONE_VOLTS_PER_CELL * cells)}: one cell is gone.`,
    from: restUntil,
    state: judgedBy ? (gone || spent ? 'failed' : 'done') : 'now',
    result: judgedBy ? formatVolts(judgedBy.volts) : null,
  }),
  stop: ({ judgedBy, gone }) =>
    judgedBy && gone
      ? replace(t`${formatVolts(judgedBy.volts)} a day after its charge: one cell is gone.`)
      : null,
};

/** A charger that stopped early looks like a weak battery: another charge tells. */
const CHARGE_AGAIN: Rung = {
  step: ({ question: { state, chemistry, capacityAh }, charges, again }) => {
    const isDone = charges.filter(({ full }) => full).length >= FULL_CHARGES;
    return {
      id: 'charge-again',
      label: t`Charge once more`,
      say: t`To full, about ${amps(capacityAh / 20)}, with the programme for ${CHEMISTRIES[chemistry].short}, another charger if there is one; then rest a day and read again.`,
      limit: t`one more full charge`,
      ends: t`A hot case, a smell of rotten eggs, a current that does not fall.`,
      from: null,
      state: again ? 'now' : isDone ? 'done' : 'not-needed',
      result: isDone
        ? t`to full, twice`
        : state.chargeSince !== null && again
          ? t`on charge`
          : again
            ? null
            : t`only if it is not near full after the first`,
    };
  },
};

const RECONDITION: Rung = {
  step: ({ question: { chemistry, rules }, begun, wants }) => {
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
      ends: t`Still under ${LOAD_TEST_FROM_PCT} % after it.`,
      from: null,
      state: wants ? 'now' : isDone ? 'done' : 'not-needed',
      result: isDone
        ? 'done'
        : !mayRecondition
          ? t`not for ${short}`
          : wants
            ? null
            : t`only if two charges do not do`,
    };
  },
  stop: ({ begun, judgedBy, spent }, isOpen) => {
    if (!judgedBy || isOpen || !spent) return null;
    const shown = formatVolts(judgedBy.volts);
    return replace(
      begun.reconditionedAt === null
        ? t`${shown} a day after its second full charge is less than ${LOAD_TEST_FROM_PCT} %.`
        : t`${shown} a day after two full charges and a reconditioning is less than ${LOAD_TEST_FROM_PCT} %.`,
    );
  },
};

const LOAD_TEST: Rung = {
  step: ({ question, enough, test, testFloor, holds }) => {
    const { chemistry, coldCrankingAmps: rated, celsius, rules } = question;
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
  stop: ({ question, judgedBy, short, test, testFloor, holds }, isOpen) => {
    if (isOpen) return null;
    const under = test && formatVolts(test.volts);
    if (test && !holds) {
      return replace(t`${under} under load is less than ${formatVolts(testFloor)}.`);
    }
    if (!judgedBy) return null;
    const shown = formatVolts(judgedBy.volts);
    if (short && !test) {
      // No load test can tell: what it came up to is all that is known.
      const about = Math.round(Math.min(99, socAt(question, judgedBy.volts)));
      return {
        verdict: 'keep',
        why:
          judgedBy.volts < nearFullVolts(question)
            ? t`${shown} a day after its second full charge, about ${about} %: it does not come up to full, and holds less than it did. Tell its owner, and plan for a new one.`
            : t`It took far less than it should have from flat: it holds less than it did. Tell its owner, and plan for a new one.`,
      };
    }
    const tested = test ? t`, and ${under} under load` : '';
    return {
      verdict: 'keep',
      why: t`${shown} a day after its charge${tested}: it holds. Tell its owner that it was flat.`,
    };
  },
};

/** From the bottom. */
const RUNGS: readonly Rung[] = [
  THAW,
  INSPECT,
  CHARGE,
  REST,
  READ,
  CHARGE_AGAIN,
  RECONDITION,
  LOAD_TEST,
];

const amps = (value: number) => t`${Number(value.toFixed(1))} A`;

const onScale = (question: RecoveryQuestion) => ({
  chemistry: question.chemistry,
  cells: question.cells,
  scale: question.rules.scale[question.chemistry],
  celsius: question.celsius,
});
const socAt = (question: RecoveryQuestion, volts: number) =>
  socOfVolts({ ...onScale(question), volts });

/** Near full a day after a charge, volts, at its temperature. */
const nearFullVolts = ({ chemistry, cells, celsius }: RecoveryQuestion): number => {
  const { fullVoltsPerCell, voltsPerCellPerKelvin } = CHEMISTRIES[chemistry];
  return cells * (fullVoltsPerCell + voltsPerCellPerKelvin * (celsius - MARK_CELSIUS));
};

/**
 * Where volts tell nothing: whether the fullest of its charges put in far less than a flat battery
 * lacks. False where nobody measured.
 */
function tookLittle(
  { chemistry, capacityAh }: RecoveryQuestion,
  charges: BatteryState['charges'],
): boolean {
  if (!CHEMISTRIES[chemistry].flatVoltage) return false;
  const into = charges.reduce((sum, { ampHours }) => sum + (ampHours ?? 0), 0);
  return into > 0 && into < TOOK_SHARE * capacityAh;
}
