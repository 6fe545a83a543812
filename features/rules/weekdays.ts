import { msg, withWords } from '../../core/language';
import { WEEKDAYS, type Weekday } from '../../core/day';

const WEEKDAY_WORDS: Record<Weekday, string> = withWords({
  mon: msg`Mon`,
  tue: msg`Tue`,
  wed: msg`Wed`,
  thu: msg`Thu`,
  fri: msg`Fri`,
  sat: msg`Sat`,
  sun: msg`Sun`,
});

const option = <D extends Weekday>(value: D) => ({
  value,
  get label() {
    return WEEKDAY_WORDS[value];
  },
});

export const WEEKDAY_OPTIONS = WEEKDAYS.map(option);

/** The days on which a week may begin. */
export const WEEK_BEGINS = (['mon', 'sat', 'sun'] as const).map(option);
