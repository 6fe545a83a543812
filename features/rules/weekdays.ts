import { WEEKDAYS, type Weekday } from '../../core/day';

const WEEKDAY_WORDS: Record<Weekday, string> = {
  mon: 'Mon',
  tue: 'Tue',
  wed: 'Wed',
  thu: 'Thu',
  fri: 'Fri',
  sat: 'Sat',
  sun: 'Sun',
};

export const WEEKDAY_OPTIONS = WEEKDAYS.map((value) => ({ value, label: WEEKDAY_WORDS[value] }));

/** The days on which a week may begin. */
export const WEEK_BEGINS = (['mon', 'sat', 'sun'] as const).map((value) => ({
  value,
  label: WEEKDAY_WORDS[value],
}));
