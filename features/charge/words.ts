import { t } from '../../core/language';
import { MS_PER_HOUR, dayOf } from '../../core/day';
import { formatInstant } from '../../core/words/words';
import type { Rules } from '../../core/rules/rules';

/** `09:30`, `Fri 15 Jan, 03:40`: the day only where it is another. */
export function whenWords(at: number, now: number, timeZone: string, rules: Rules): string {
  const words = formatInstant(at, timeZone, rules);
  return dayOf(at, timeZone) === dayOf(now, timeZone) ? words.split(', ')[1]! : words;
}

/** `40 min`, `7 h 20`, `3 days`. */
export function hoursWords(hours: number): string {
  if (hours < 1) return t`${Math.round(hours * 60)} min`;
  if (hours >= 72) return t`${Math.round(hours / 24)} days`;
  const whole = Math.floor(hours);
  const minutes = Math.round(((hours - whole) * 60) / 5) * 5;
  if (minutes === 60) return `${whole + 1} h`;
  return minutes === 0 ? `${whole} h` : `${whole} h ${String(minutes).padStart(2, '0')}`;
}

export const agoWords = (since: number, now: number) => hoursWords((now - since) / MS_PER_HOUR);
