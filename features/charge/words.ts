import { MS_PER_HOUR, dayOf, shortDay, wallClock } from '../../core/day';
import type { LampState } from '../../core/logbook/kinds';
import type { Rules } from '../../core/rules/rules';

/** `09:30`, `Fri 15 Jan, 03:40`: the day only where it is another. */
export function whenWords(
  at: number,
  now: number,
  timeZone: string,
  rules: Pick<Rules, 'clock'>,
): string {
  const { hour, minute } = wallClock(at, timeZone);
  const two = (n: number) => String(n).padStart(2, '0');
  const time =
    rules.clock === '24h'
      ? `${two(hour)}:${two(minute)}`
      : `${hour % 12 === 0 ? 12 : hour % 12}:${two(minute)} ${hour < 12 ? 'am' : 'pm'}`;
  const day = dayOf(at, timeZone);
  return day === dayOf(now, timeZone) ? time : `${shortDay(day)}, ${time}`;
}

/** `40 min`, `7 h 20`, `3 days`. */
export function hoursWords(hours: number): string {
  if (hours < 1) return `${Math.round(hours * 60)} min`;
  if (hours >= 72) return `${Math.round(hours / 24)} days`;
  const whole = Math.floor(hours);
  const minutes = Math.round(((hours - whole) * 60) / 5) * 5;
  if (minutes === 60) return `${whole + 1} h`;
  return minutes === 0 ? `${whole} h` : `${whole} h ${String(minutes).padStart(2, '0')}`;
}

export const agoWords = (since: number, now: number) => hoursWords((now - since) / MS_PER_HOUR);

export const LAMP_WORDS: Readonly<Record<LampState, string>> = {
  holding: 'holding',
  charging: 'charging',
  fault: 'fault',
  dark: 'dark',
};
