import { t } from './language';
import { z } from 'zod';
import { MS_PER_DAY, dayName, parseDay, toDay, type Day } from './day';

/** The first and the last calendar day that anything on record may have. Our own choice. */
export const EARLIEST_DATE = '2000-01-01';
export const LATEST_DATE = '2099-12-31';
const EARLIEST_DAY: Day = toDay(EARLIEST_DATE);
const LATEST_DAY: Day = toDay(LATEST_DATE);

/** A stay, and a season, are no longer than this: some three years. Our own choice. */
export const MAX_STAY_DAYS = 1100;

/** Whether an instant (UTC milliseconds) lies within them. */
export const isWithinLimits = (at: number): boolean =>
  at >= EARLIEST_DAY * MS_PER_DAY && at < (LATEST_DAY + 1) * MS_PER_DAY;

/** What is wrong with a date that somebody wrote, as a question in words; null: nothing. */
export function dateProblem(name: string): string | null {
  const day = parseDay(name);
  if (day === null) return t`a date is written YYYY-MM-DD, as 2027-02-14`;
  if (day < EARLIEST_DAY || day > LATEST_DAY) {
    return t`is the year ${name.slice(0, 4)} right? Dates here lie from ${EARLIEST_DATE.slice(0, 4)} to ${LATEST_DATE.slice(0, 4)}`;
  }
  return null;
}

/** A calendar day, `YYYY-MM-DD`, within the limits of what may be on record. */
export const DayName = z.string().superRefine((name, context) => {
  const message = dateProblem(name);
  if (message) context.addIssue({ code: 'custom', message });
});

/** What is wrong with an instant in UTC; null: nothing. */
export function instantProblem(at: string): string | null {
  return isWithinLimits(Date.parse(at))
    ? null
    : t`is the year ${at.slice(0, 4)} right? Entries lie from ${EARLIEST_DATE.slice(0, 4)} to ${LATEST_DATE.slice(0, 4)}`;
}

/** A day of collection that is no further off than a stay may be long: what is reckoned to it ends. */
export const collectionWithin = (on: Day, today: Day): Day => Math.min(on, today + MAX_STAY_DAYS);

/** Why nobody is collected on a day, seen from today, as a question in words; null: one may be. */
export function collectionProblem(on: Day, today: Day): string | null {
  if (on < today) return t`that day is past; choose today or a later one`;
  if (on > today + MAX_STAY_DAYS) {
    return t`is ${dayName(on)} right? That is over three years away: write a day before ${dayName(today + MAX_STAY_DAYS)}, and move it when the time comes`;
  }
  return null;
}

/**
 * Why a season cannot have these days, as a question in words; null: it can. Without `today`
 * only start and end are held against each other.
 */
export function seasonProblem(start: Day, end: Day, today: Day | null): string | null {
  if (end <= start) return t`the season ends after it starts`;
  if (end - start > MAX_STAY_DAYS) return t`is that right? A season is no longer than three years`;
  if (today !== null && Math.abs(start - today) > MAX_STAY_DAYS) {
    return t`is ${dayName(start)} right? A season starts within three years of today`;
  }
  return null;
}
