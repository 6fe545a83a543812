import { WEEKDAYS, weekdayIndex, type Day } from '../day';
import type { Rules } from './rules';

type Weekdays = Pick<Rules, 'roundWeekdays'>;

/** Whether the attendant walks on `day`. */
export function isRound(rules: Weekdays, day: Day): boolean {
  return rules.roundWeekdays.includes(WEEKDAYS[weekdayIndex(day)]!);
}

/** The first round on or after `day`; `day` itself where no weekday has one. */
export const roundOnOrAfter = (rules: Weekdays, day: Day): Day => nearestRound(rules, day, 1);

/** The last round on or before `day`; `day` itself where no weekday has one. */
export const roundOnOrBefore = (rules: Weekdays, day: Day): Day => nearestRound(rules, day, -1);

function nearestRound(rules: Weekdays, day: Day, by: 1 | -1): Day {
  for (let i = 0; i < WEEKDAYS.length; i++) if (isRound(rules, day + by * i)) return day + by * i;
  return day;
}

/**
 * The round that serves something due on `dueDay`, seen from `today`: the last round on or
 * before it, and the first one from today where that is past or the day is overrun.
 */
export function roundFor(rules: Weekdays, dueDay: Day, today: Day): Day {
  const next = roundOnOrAfter(rules, today);
  return dueDay <= next ? next : roundOnOrBefore(rules, dueDay);
}

/**
 * The rounds from `from` to `until` in which something is done that may not wait longer than
 * `everyDays`, last done on `last` (null: never): each as late as the interval allows.
 */
export function roundsEvery(
  rules: Weekdays,
  from: Day,
  until: Day,
  last: Day | null,
  everyDays: number,
): Day[] {
  const days: Day[] = [];
  let done = last;
  for (let at = roundOnOrAfter(rules, from); at <= until;) {
    const next = roundOnOrAfter(rules, at + 1);
    if (done === null || next - done > everyDays) {
      days.push(at);
      done = at;
    }
    at = next;
  }
  return days;
}
