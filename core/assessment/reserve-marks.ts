import type { ChargeForecast } from './charge-forecast';

/** Marks in place of a reserve. */
export const UNKNOWN = -1;
export const HELD = -2;
export const CHARGING = -3;
/** Never charged again: no reserve to speak of. */
export const CONDEMNED = -4;

/** Whole days, as they are shown and kept. */
export const wholeDays = (days: number) =>
  Number.isFinite(days) ? Math.min(9999, Math.floor(days)) : 9999;

/** Whole days of reserve now, or the mark that stands for it. */
export function reserveMark(outlook: ChargeForecast | null): number {
  if (!outlook) return UNKNOWN;
  if (outlook.condemned) return CONDEMNED;
  if (outlook.onCharge) return CHARGING;
  return outlook.held ? HELD : wholeDays(outlook.reserve.value);
}
