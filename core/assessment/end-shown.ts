import { CHEMISTRIES } from '../battery/chemistries';
import { LOAD_TEST_FROM_PCT } from '../battery/load-test';
import { MS_PER_DAY } from '../day';
import { ACTED_ON_FROM, type FindingKind, type FindingOfRecord } from '../estimation/findings';
import type { BatteryRecord } from '../record/battery-record';
import { hasFailingCell } from '../record/cells';
import { isSettled } from '../record/settled';
import { lossOf } from '../record/loss';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import { isTestedWeak } from './cranking-power';

/** What readings show that means the end of a battery. */
export type EndShown = Pick<FindingOfRecord, 'kind' | 'chance'>;

/**
 * Readings alone say that it is at its end from such a chance on. What they say with less, the next ones
 * take back more often than not: it is tested first. Our own choice.
 */
export const READINGS_TELL_FROM = 0.85;
/** A load test that it passed leaves so much of a suspicion, as odds. Our own assumption. */
const PASSED_LOAD_ODDS = 0.25;
/** What readings show that means the end of a battery, and no fault around it. */
const AT_ITS_END: readonly FindingKind[] = ['will-not-come-up', 'loses-faster-disconnected'];

/** The likeliest of what its readings show of its end, if a load test since it came leaves that likely. */
export function endShown(standing: BatteryRecord): EndShown | null {
  const found = lossOf(standing).findings.find(({ kind }) => AT_ITS_END.includes(kind));
  if (!found) return null;
  const { loadTests } = standing.state;
  const since = standing.laidUpAt ?? standing.now - 365 * MS_PER_DAY;
  const passed = loadTests.some(({ at }) => at >= since) && !isTestedWeak(standing);
  const may = found.chance * (passed ? PASSED_LOAD_ODDS : 1);
  const chance = may / (may + 1 - found.chance);
  return chance < ACTED_ON_FROM ? null : { kind: found.kind, chance };
}

/** Read after so many full charges of this stay, it was not one charger that stopped early. */
const CHARGES_TELL = 2;
/** Read so many days apart off its vehicle, what it lost between is its own. Our own choice. */
const ALONE_DAYS = 7;

/**
 * Whether the end that its readings show rests on more than one charge, one charger and one day, and on
 * the battery alone: a load test that it failed, a cell that the hydrometer found, or readings after a second
 * full charge; that it loses by itself, readings with its negative off as well, for on its vehicle volts do not
 * tell what leaks from what wakes. To buy a new one in vain costs more than to look once more.
 */
export function isConfirmed(standing: BatteryRecord): boolean {
  const { state } = standing;
  if (hasFailingCell(state) || isTestedWeak(standing)) return true;
  const kind = endShown(standing)?.kind;
  return (
    isReadTwiceFull(standing) && (kind !== 'loses-faster-disconnected' || isReadAlone(standing))
  );
}

function isReadTwiceFull({ state, laidUpAt }: BatteryRecord): boolean {
  const fulls = state.charges.filter(({ full, to }) => full && to >= (laidUpAt ?? 0) - MS_PER_DAY);
  const read = fulls.filter(({ to }, i) => {
    const until = fulls[i + 1]?.from ?? Infinity;
    return state.readings.some((one) => !one.fed && one.at > to && one.at < until);
  });
  return read.length >= CHARGES_TELL;
}

/** Whether it was read twice, some days apart, with its negative off and nothing charged in between. */
function isReadAlone(standing: BatteryRecord): boolean {
  const { connections, readings, charges } = standing.state;
  const wasOff = (from: number, to: number) =>
    !connections.some(({ at, on }) => on && at > from && at <= to) &&
    connections.findLast(({ at }) => at <= from)?.on === false;
  const settled = readings.filter((one) => isSettled(one, standing));
  return settled.some((first) =>
    settled.some(
      (second) =>
        second.at - first.at >= ALONE_DAYS * MS_PER_DAY &&
        wasOff(first.at, second.at) &&
        !charges.some(({ from, to }) => to > first.at && from < second.at),
    ),
  );
}

/** Whether a load test tells anything of it: it cranks, on lead and acid, and the house tests at all. */
export const isLoadTestable = ({ state, facts, rules, vehicleKind }: BatteryRecord): boolean =>
  rules.loadTestBefore !== 'never' &&
  state.role === 'starter' &&
  VEHICLE_KINDS[vehicleKind].goes === 'cranks' &&
  CHEMISTRIES[facts.chemistry].family === 'lead-acid';

/** Whether it was load tested in this stay. */
export const isLoadTested = ({ state, laidUpAt }: BatteryRecord): boolean =>
  (state.loadTests.at(-1)?.at ?? -Infinity) >= (laidUpAt ?? -Infinity);

/**
 * Whether a full charge is what is wanted next to confirm the end that its readings show: they show it with
 * more than `READINGS_TELL_FROM`, nothing else does yet, and a load test, which is less work, cannot tell it
 * now. What the last charge came to is read first; and where charges are not noted as full, as many as tell
 * are enough. Of lithium no charge by voltage tells it. `leastSocPct`: what it holds at the least.
 */
export function wantsConfirmingCharge(standing: BatteryRecord, leastSocPct: number): boolean {
  const { state, facts, laidUpAt } = standing;
  if (CHEMISTRIES[facts.chemistry].family !== 'lead-acid') return false;
  const shown = endShown(standing);
  // What it loses by itself shows with its negative off, and after no charge.
  if (shown?.kind !== 'will-not-come-up' || shown.chance < READINGS_TELL_FROM) return false;
  if (isConfirmed(standing)) return false;
  const testable = isLoadTestable(standing) && leastSocPct >= LOAD_TEST_FROM_PCT;
  if (testable && !isLoadTested(standing)) return false;
  const here = state.charges.filter(({ to }) => to >= (laidUpAt ?? 0) - MS_PER_DAY);
  const last = here.at(-1);
  const isRead =
    !last || state.readings.some((one) => one.at > last.to && isSettled(one, standing));
  return isRead && here.length <= CHARGES_TELL;
}
