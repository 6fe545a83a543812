import { WEEKDAYS, weekdayShort, type Weekday } from '../../core/day';

const option = <D extends Weekday>(value: D) => ({
  value,
  get label() {
    return weekdayShort(value);
  },
});

export const WEEKDAY_OPTIONS = WEEKDAYS.map(option);

/** The days on which a week may begin. */
export const WEEK_BEGINS = (['mon', 'sat', 'sun'] as const).map(option);
