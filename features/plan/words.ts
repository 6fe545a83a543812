import { t } from '../../core/language';

/** `45 min`, `1 h 20`. */
export const hoursAndMinutes = (minutes: number): string =>
  minutes >= 60
    ? `${Math.floor(minutes / 60)} h ${String(Math.round(minutes % 60)).padStart(2, '0')}`
    : t`${Math.round(minutes)} min`;
