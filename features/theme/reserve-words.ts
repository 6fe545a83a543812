import { t } from '../../core/language';
import { CHARGING, CONDEMNED, HELD, UNKNOWN } from '../../core/assessment/reserve-marks';
import { FULL_RESERVE_DAYS } from './reserve-colour';

/** A reserve as the season's arrays hold it, in words short enough for a tile. */
export function reserveText(days: number): string {
  if (days === HELD) return t`held`;
  if (days === CHARGING) return t`on charge`;
  if (days === CONDEMNED) return t`replace`;
  if (days === UNKNOWN) return t`not read`;
  return days > 365 ? '365+ d' : `${days} d`;
}

/** Share of the bar that a reserve fills. */
export const reserveShare = (days: number) =>
  days === HELD || days === CHARGING
    ? 1
    : days === UNKNOWN || days === CONDEMNED
      ? 0
      : Math.min(1, days / FULL_RESERVE_DAYS);
