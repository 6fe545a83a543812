import type { ChargeForecast } from '../assessment/charge-forecast';
import { endShown, isLoadTestable, isLoadTested } from '../assessment/end-shown';
import { LOAD_TEST_FROM_PCT } from '../battery/load-test';
import { MS_PER_HOUR } from '../day';
import { keepOrReplace } from '../hand-back/keep-or-replace';
import { isOld, today, type BatteryRecord } from '../record/battery-record';

/** In the six weeks before its day: what fails leaves time to ask, to buy and to fit. Our own choice. */
const FROM_DAYS = 42;
/** Until so long before the day it waits for another reason to stand there. Our own choice. */
const WAITS_UNTIL_DAYS = 24;

/**
 * Whether a starter battery gets a load test in the round of today: it is old, or nobody is sure that it
 * is good for another season; nobody tested it in this stay, and a test would say something: full enough, at
 * rest, nothing on it; or its readings show the end of it, and that is to be confirmed. `passing`: somebody
 * stands there anyway.
 */
export function loadTestDue(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
  passing: boolean,
): boolean {
  const { state, rules, collectDay, now } = standing;
  if (!isLoadTestable(standing)) return false;
  if (state.maintainerSince !== null || state.chargeSince !== null) return false;
  if ((outlook?.soc.low ?? 0) < LOAD_TEST_FROM_PCT) return false;
  const rests = now - (state.disturbedAt ?? -Infinity) < rules.restHours * MS_PER_HOUR;
  if (rests || isLoadTested(standing)) return false;
  const left = collectDay === null ? 0 : collectDay - today(standing);
  const isEarly = left > FROM_DAYS || (left > WAITS_UNTIL_DAYS && !passing);
  // What its readings doubt is confirmed in the next round, whatever its day is.
  if (isEarly && endShown(standing) === null) return false;
  const { advice } = keepOrReplace(standing);
  if (isEarly) return advice === 'test-first';
  // What an old one holds says little of what it gives: it is tested whatever its record is.
  return advice === 'test-first' || (advice === 'keep' && isOld(standing));
}
