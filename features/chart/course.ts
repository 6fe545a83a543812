import { foreseenOf } from '../../core/assessment/foreseen';
import type { ChargeForecast } from '../../core/assessment/charge-forecast';
import { today, type BatteryRecord } from '../../core/record/battery-record';

/** A charge foreseen, in few points: days from now, and percent. */
export interface SocCourse {
  readonly days: readonly number[];
  readonly low: readonly number[];
  readonly likely: readonly number[];
  readonly high: readonly number[];
}

/** How far the forecast is drawn where it never meets the line. */
const HORIZON_DAYS = 75;
/** A charge falls evenly enough for a point a week. */
const EVERY_DAYS = 7;

/** Days for which a battery's forecast is drawn; 0: it has none. */
export function drawnDays(standing: BatteryRecord, outlook: ChargeForecast | null): number {
  if (!outlook || outlook.held) return 0;
  const now = today(standing);
  const collect = standing.collectDay ?? now + HORIZON_DAYS;
  const { value } = outlook.reserve;
  const line = Number.isFinite(value) ? value + 14 : HORIZON_DAYS;
  return Math.max(7, Math.min(HORIZON_DAYS, collect - now, line));
}

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
