import { t } from '../language';
import { startChance, type StartAnswer } from '../battery/cranking';
import { shortDay, type Day } from '../day';
import type { Estimate } from '../estimate';
import { forecastOver } from '../forecast/forecast';
import { hallMean, indexOfDay, today, type BatteryRecord } from '../record/battery-record';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import { formatPct, formatTemperature } from '../words/words';
import type { ChargeForecast } from './charge-forecast';
import { crankingHealthOf } from './cranking-power';
import { engineOf, rated } from './test-answers';

/** What a full charge in time comes to on the day. */
const FULL: Estimate = { value: 98, low: 93, high: 100 };

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
  const why = t`${shortDay(day, today(standing))}, ${formatTemperature(celsius, rules)}, ${full ? t`charged in full` : t`at ${formatPct(Math.max(0, socPct.value))}`}: it gives about ${amps(availableAmps.value)}, and such an engine asks about ${amps(asked.value)}. ${sureWords(chance)} that it starts.`;
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
