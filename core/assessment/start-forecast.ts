import { CHEMISTRIES } from '../battery/chemistries';
import {
  askedAmps,
  ratedAmps,
  startChance,
  type Engine,
  type StartAnswer,
} from '../battery/cranking';
import { crankingHealth, type HealthTest } from '../battery/cranking-health';
import { saeAmpsOf } from '../battery/details';
import { isCalledWeak } from '../battery/life';
import { socOfVolts } from '../battery/state-of-charge';
import { MS_PER_DAY, shortDay, type Day } from '../day';
import type { Estimate } from '../estimate';
import { forecastOver } from '../forecast/forecast';
import {
  ageYears,
  hallMean,
  indexOfDay,
  today,
  type BatteryRecord,
} from '../record/battery-record';
import { onScale } from '../record/learnt';
import { usableShareOf } from '../record/loss';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import {
  judgeCharging,
  type ChargingFinding,
  type ChargingSeen,
} from '../vehicle-tests/charging-test';
import { judgeCrank, type CrankFinding, type CrankSeen } from '../vehicle-tests/crank-test';
import { judgeLoad, type LoadFinding, type LoadSeen } from '../vehicle-tests/load-test';
import type { TestAnswer } from '../vehicle-tests/test-answer';
import { judgeDrops, type DropsAnswer, type DropsSeen } from '../vehicle-tests/voltage-drop';
import { formatPct, formatTemperature } from '../words/words';
import type { ChargeForecast } from './charge-forecast';

/** What a full charge in time comes to on the day. */
const FULL: Estimate = { value: 98, low: 93, high: 100 };

/** What a test is judged by: of a record, or of a context. */
export type Tested = Pick<BatteryRecord, 'facts' | 'details' | 'rules' | 'vehicle' | 'vehicleKind'>;

const engineOf = ({ vehicle }: Tested): Engine => vehicle;
const isLead = ({ facts }: Tested) => CHEMISTRIES[facts.chemistry].family === 'lead-acid';
const rated = ({ details, facts }: Tested) => ratedAmps(saeAmpsOf(details), facts.capacityAh);

/** State of charge that volts at rest stand for, percent; null where none were read. */
const socAt = (standing: Tested, volts: number | null, celsius: number): number | null =>
  volts === null ? null : socOfVolts({ ...onScale(standing, celsius), volts });

/** What a start says of this battery, its joints and its starter. */
export const crankAnswer = (standing: Tested, seen: CrankSeen): TestAnswer<CrankFinding> =>
  judgeCrank({
    seen,
    cells: standing.facts.cells,
    socPct: socAt(standing, seen.restVolts, seen.celsius),
    ratedAmps: rated(standing).value,
    askedAmps: askedAmps({
      rated: rated(standing),
      celsius: seen.celsius,
      engine: engineOf(standing),
    }).amps.value,
    isLead: isLead(standing),
  });

/** What a load test says of it. */
export const loadAnswer = (standing: Tested, seen: LoadSeen): TestAnswer<LoadFinding> => {
  const restVolts = seen.restVolts ?? null;
  return judgeLoad({
    ...seen,
    restVolts,
    cells: standing.facts.cells,
    socPct: socAt(standing, restVolts, seen.celsius),
    ratedAmps: rated(standing).value,
  });
};

/** What its vehicle's charging system gives, by the house's school. */
export const chargingAnswer = (
  { facts, rules, vehicleKind }: Tested,
  seen: ChargingSeen,
): TestAnswer<ChargingFinding> =>
  judgeCharging({
    seen,
    nominalVolts: facts.nominalVolts,
    school: rules.chargingVolts,
    isSmall: VEHICLE_KINDS[vehicleKind].small,
  });

/** Which of its joints takes too much, by the house's rule. */
export const dropsAnswer = ({ facts, rules }: Tested, seen: DropsSeen): DropsAnswer =>
  judgeDrops({
    seen,
    nominalVolts: facts.nominalVolts,
    chargingLimitVolts: rules.chargingDropVolts,
  });

/** Its cranking power when full, as a share of what it is rated: by age, capacity and tests. */
export function crankingHealthOf(standing: BatteryRecord): Estimate {
  const { state, facts, now } = standing;
  const yearsAgo = (at: number) => (now - at) / (365.25 * MS_PER_DAY);
  const test = (at: number, { health }: TestAnswer<string>): HealthTest[] =>
    health ? [{ ...health, yearsAgo: yearsAgo(at) }] : [];
  return crankingHealth({
    ageYears: ageYears(facts, today(standing)),
    usualYears: CHEMISTRIES[facts.chemistry].lifeYears[facts.capsOpen ? 'open' : 'sealed'],
    capacityShare: usableShareOf(standing),
    tests: [
      ...state.starts.flatMap((seen) => test(seen.at, crankAnswer(standing, seen))),
      ...state.loadTests.flatMap((seen) => test(seen.at, loadAnswer(standing, seen))),
    ],
  });
}

/** A test answers for so long. Our own assumption. */
const TESTED_YEARS = 1;

/** Whether its tests of the last year call it weak; nothing is said of one that nobody tested. */
export function isTestedWeak(standing: BatteryRecord): boolean {
  const { starts, loadTests } = standing.state;
  const since = standing.now - TESTED_YEARS * 365.25 * MS_PER_DAY;
  const isTested = [...starts, ...loadTests].some(({ at }) => at >= since);
  return isTested && isCalledWeak(crankingHealthOf(standing));
}

/** Whether it starts on a day, and why. */
export interface StartForecast extends StartAnswer {
  readonly day: Day;
  readonly celsius: number;
  readonly socPct: Estimate;
  readonly health: Estimate;
  /** The reason, as a sentence. */
  readonly why: string;
}

/**
 * Whether a battery starts its engine on `day`: as it stands now and nobody charges it, or `full`,
 * charged in time for it. Null where it cranks nothing, or where nobody knows what it holds.
 */
export function startForecast(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  day: Day,
  full = false,
): StartForecast | null {
  const { state, vehicleKind, temperatures, rules } = standing;
  if (state.role !== 'starter' || VEHICLE_KINDS[vehicleKind].goes !== 'cranks') return null;
  if (!full && outlook === null) return null;
  const socPct = full || outlook!.held || outlook!.onCharge ? FULL : socOn(standing, outlook!, day);
  const celsius = hallMean(temperatures, day);
  const health = crankingHealthOf(standing);
  const answer = startChance({
    socPct,
    celsius,
    rated: rated(standing),
    health,
    engine: engineOf(standing),
  });
  const { chance, availableAmps, askedAmps: asked } = answer;
  const amps = (value: number) => `${Math.round(value / 10) * 10} A`;
  const why = `${shortDay(day, today(standing))}, ${formatTemperature(celsius, rules)}, ${full ? 'charged in full' : `at ${formatPct(Math.max(0, socPct.value))}`}: it gives about ${amps(availableAmps.value)}, and such an engine asks about ${amps(asked.value)}. ${sureWords(chance)} that it starts.`;
  return { ...answer, day, celsius, socPct, health, why };
}

function socOn(standing: BatteryRecord, outlook: ChargeForecast, day: Day): Estimate {
  const { temperatures } = standing;
  const from = indexOfDay(temperatures, today(standing));
  const days = Math.max(0, Math.min(day - today(standing), temperatures.mean.length - 1 - from));
  const course = forecastOver(outlook.start, outlook.perDay, temperatures.sums, from, days);
  return { value: course.socPct[days]!, low: course.lowPct[days]!, high: course.highPct[days]! };
}

/** `97 % (88–99 %)`; nobody is ever quite sure. */
export function sureWords({ value, low, high }: Estimate): string {
  const pct = (share: number) => Math.min(99, Math.max(1, Math.round(100 * share)));
  return pct(low) === pct(high)
    ? `${pct(value)}\u00a0%`
    : `${pct(value)}\u00a0% (${pct(low)}–${pct(high)}\u00a0%)`;
}
