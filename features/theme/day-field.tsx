'use client';

import { msg, withWords } from '../../core/language';
import dayjs from 'dayjs';
import { DatePicker } from '../ui/controls/date-picker';

/** As a day is shown, and as it may be typed. */
const DAY_FORMATS = withWords([msg`ddd D MMM YYYY`, 'YYYY-MM-DD', 'D.M.YYYY', msg`D MMM YYYY`]);
const DAY = 'YYYY-MM-DD';
const TIME = 'HH:mm';

const FIRST_COLUMN: Readonly<Record<string, number>> = { sun: 0, mon: 1, sat: 6 };

/** A calendar begins its weeks as the house does; before there is one, as the program does. */
function beginWeeks(): void {
  const begins = document.querySelector<HTMLElement>('[data-week]')?.dataset.week ?? 'mon';
  const english = dayjs.Ls.en as { weekStart?: number };
  english.weekStart = FIRST_COLUMN[begins] ?? 1;
}

interface FieldProps {
  readonly id?: string;
  /** Empty: none. */
  readonly value?: string;
  readonly onChange?: (value: string) => void;
  readonly size?: 'large';
  /** The day that the calendar opens at, where none is chosen. */
  readonly around?: string;
}

/** A calendar day, `YYYY-MM-DD`: the same in every browser, whatever language that speaks. */
export function DayField({ value, onChange, around, ...more }: FieldProps) {
  return (
    <DatePicker
      {...more}
      format={DAY_FORMATS}
      allowClear={false}
      onOpenChange={beginWeeks}
      value={value ? dayjs(value) : null}
      {...(around ? { defaultPickerValue: dayjs(around) } : {})}
      onChange={(day) => onChange?.(day?.format(DAY) ?? '')}
      // What is typed counts as soon as it is a day, without Enter too.
      onCalendarChange={(day) => !Array.isArray(day) && onChange?.(day.format(DAY))}
    />
  );
}

/** A time of day, `HH:mm`. */
export function TimeField({ value, onChange, ...more }: Omit<FieldProps, 'around'>) {
  return (
    <DatePicker
      {...more}
      picker="time"
      format={TIME}
      allowClear={false}
      needConfirm={false}
      value={value ? dayjs(`2000-01-01T${value}`) : null}
      onChange={(time) => onChange?.(time?.format(TIME) ?? '')}
      onCalendarChange={(time) => !Array.isArray(time) && onChange?.(time.format(TIME))}
    />
  );
}
