import { foreseenOf } from '../../core/assessment/foreseen';
import type { ChargeForecast } from '../../core/assessment/charge-forecast';
import type { BatteryRecord } from '../../core/record/battery-record';
import { drawnDays, type SocCourse } from './drawn';

/** A charge falls evenly enough for a point a week. */
const EVERY_DAYS = 7;

/** The charge foreseen as it is drawn; null where nothing is. */
export function courseOf(
  standing: BatteryRecord,
  outlook: ChargeForecast | null,
): SocCourse | null {
  const days = drawnDays(standing, outlook);
  if (days === 0) return null;
  const ahead = foreseenOf(standing, days);
  const last = ahead.likelyPct.length - 1;
  const at = Array.from({ length: Math.floor(last / EVERY_DAYS) + 1 }, (_, i) => i * EVERY_DAYS);
  if (at.at(-1) !== last) at.push(last);
  const pick = (series: Float64Array) => at.map((day) => series[day]!);
  return {
    days: at,
    low: pick(ahead.lowPct),
    likely: pick(ahead.likelyPct),
    high: pick(ahead.highPct),
  };
}
