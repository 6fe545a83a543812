import { t } from '../core/language';

/** `09:00`, `day 2, 14:30`. */
export function clockWords(hour: number): string {
  const minutes = Math.round(hour * 60) + 9 * 60;
  const day = Math.floor(minutes / 1440);
  const two = (value: number) => String(value).padStart(2, '0');
  const time = `${two(Math.floor(minutes / 60) % 24)}:${two(minutes % 60)}`;
  return day === 0 ? time : t`day ${day + 1}, ${time}`;
}
