import { CHEMISTRIES } from '../battery/chemistries';
import { crankingHealth, type HealthTest } from '../battery/cranking-health';
import { isCalledWeak } from '../battery/life';
import { MS_PER_DAY } from '../day';
import type { Estimate } from '../estimate';
import { ageYears, today, type BatteryRecord } from '../record/battery-record';
import { usableShareOf } from '../record/loss';
import type { TestAnswer } from '../vehicle-tests/test-answer';
import { crankAnswer, loadAnswer } from './test-answers';

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
