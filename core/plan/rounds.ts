import { WEEKDAYS, weekdayIndex, type Day } from '../day';
import type { Rules } from '../rules/rules';

type Weekdays = Pick<Rules, 'roundWeekdays'>;

/** Whether the attendant walks on `day`. */
export function isRound(rules: Weekdays, day: Day): boolean {
  return rules.roundWeekdays.includes(WEEKDAYS[weekdayIndex(day)]!);
}

/** The first round on or after `day`. */
export function roundOnOrAfter(rules: Weekdays, day: Day): Day {
  let at = day;
  while (!isRound(rules, at)) at++;
  return at;
}

/** The last round on or before `day`. */
export function roundOnOrBefore(rules: Weekdays, day: Day): Day {
  let at = day;
  while (!isRound(rules, at)) at--;
  return at;
}

/**
 * The round that serves something due on `dueDay`, seen from `today`: the last round on or
 * before it, and the first one from today where that is past or the day is overrun.
 */
export function roundFor(rules: Weekdays, dueDay: Day, today: Day): Day {
  const next = roundOnOrAfter(rules, today);
  return dueDay <= next ? next : roundOnOrBefore(rules, dueDay);
}
