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

/** Days for which a battery's forecast is drawn; 0: it has none. */
export function drawnDays(standing: BatteryRecord, outlook: ChargeForecast | null): number {
  if (!outlook || outlook.held) return 0;
  const now = today(standing);
  const collect = standing.collectDay ?? now + HORIZON_DAYS;
  const { value } = outlook.reserve;
  const line = Number.isFinite(value) ? value + 14 : HORIZON_DAYS;
  return Math.max(7, Math.min(HORIZON_DAYS, collect - now, line));
}
