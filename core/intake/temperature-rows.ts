import { t } from '../language';
import { dayName, type Day } from '../day';
import { groupBy } from '../group';
import type { RecordedDay } from '../site/climate';
import {
  degreesOf,
  isDay,
  orderOf,
  readCelsius,
  readDate,
  type DateOrder,
  type Degrees,
} from './cells';

/** Which column of a logger's file means what, counted from 0, and how it is written. */
export interface TemperatureColumns {
  readonly when: number;
  readonly celsius: number;
  /** Lowest of the day, where the file has it; else from the rows themselves. */
  readonly low: number | null;
  /** Null: its temperatures do not tell, and somebody has to. */
  readonly degrees: Degrees | null;
  /** Null: its dates do not tell, and somebody has to. */
  readonly dateOrder: DateOrder | null;
  /** Rows above the first value. */
  readonly heading: number;
}

export type TemperatureFile =
  | { readonly ok: true; readonly days: readonly RecordedDay[]; readonly rows: number }
  | { readonly ok: false; readonly reason: string };

type Rows = readonly (readonly string[])[];
type Columns = Pick<TemperatureColumns, 'when' | 'celsius' | 'low' | 'heading'>;

const WHEN = /date|day|time|when|zeit|datum/i;
const LOW = /min|low|lowest|tief/i;
const CELSIUS = /temp|mean|avg|°|deg|celsius|fahrenheit/i;

/** What the heading of a file suggests, and what stands in it; the attendant may say otherwise. */
export function guessColumns(rows: Rows): TemperatureColumns {
  const head = rows[0] ?? [];
  const headed = head.some(
    (cell) => cell !== '' && Number.isNaN(Number(cell.replace(',', '.'))) && !isDay(cell),
  );
  const names = headed ? head : [];
  const find = (pattern: RegExp, not: number[] = []) =>
    names.findIndex((name, i) => pattern.test(name) && !not.includes(i));
  const when = Math.max(0, find(WHEN));
  const low = find(LOW, [when]);
  const celsius = find(CELSIUS, [when, ...(low < 0 ? [] : [low])]);
  const chosen = celsius >= 0 ? celsius : head.findIndex((_, i) => i !== when && i !== low);
  return asWritten(rows, {
    when,
    celsius: Math.max(0, chosen),
    low: low < 0 ? null : low,
    heading: headed ? 1 : 0,
  });
}

/** The columns with how their dates and temperatures are written, as far as they tell. */
export function asWritten(rows: Rows, columns: Columns): TemperatureColumns {
  const { heading, when, celsius } = columns;
  const cells = (at: number) => rows.slice(heading).map((row) => row[at] ?? '');
  const name = heading > 0 ? (rows[0]?.[celsius] ?? '') : '';
  return {
    ...columns,
    dateOrder: orderOf(cells(when)),
    degrees: degreesOf(name, cells(celsius)),
  };
}

/** Whether a file has dates like 3/4/2027, of which somebody may have to say what they mean. */
export const hasDatesInDoubt = (rows: Rows, { when, heading }: Columns): boolean =>
  rows.slice(heading).some((row) => {
    const read = readDate(row[when] ?? '', null);
    return !read.ok && isDay(row[when] ?? '');
  });

/** From this share of its days on, a file that has one row for each is one of days, not of hours. */
const ONE_EACH = 0.8;

/** Of a file of days, the first one that is there twice; null: none, or it is one of hours. */
function dayTwice(
  days: readonly (readonly { day: Day; line: number }[])[],
): { day: Day; line: number; first: number } | null {
  const doubled = days.find((rows) => rows.length > 1);
  const single = days.filter((rows) => rows.length === 1).length;
  if (!doubled || single < ONE_EACH * days.length) return null;
  return { day: doubled[0]!.day, line: doubled[1]!.line, first: doubled[0]!.line };
}

/** The air that a cell tells, °C, or why it tells none. */
function airIn(
  text: string,
  degrees: Degrees | null,
): { readonly ok: true; readonly value: number } | { readonly ok: false; readonly why: string } {
  const read = readCelsius(text, degrees);
  if (!read.ok && degrees === null) return read;
  const value = read.ok ? read.value : null;
  if (value !== null && value >= -80 && value <= 70) return { ok: true, value };
  const why = t`“${text}” is no temperature from −80 to 70 °C. Is it another column, or the other unit?`;
  return { ok: false, why };
}

/**
 * Days out of a logger's rows: mean and lowest of each day, in °C. Rows of one day are put
 * together; a row that is no date or no temperature from −80 to 70 °C is refused by its line, and
 * so is a date or a temperature of which nobody has said how it is written.
 */
export function daysOfRows(rows: Rows, columns: TemperatureColumns): TemperatureFile {
  const seen: { day: Day; celsius: number; low: number; line: number }[] = [];
  for (let i = columns.heading; i < rows.length; i++) {
    const row = rows[i]!;
    const line = i + 1;
    const refused = (why: string) => ({ ok: false, reason: t`Line ${line}: ${why}` }) as const;
    const text = row[columns.when] ?? '';
    const day = readDate(text, columns.dateOrder);
    if (!day.ok && isDay(text)) return refused(day.why);
    if (!day.ok || day.value === null)
      return refused(t`“${text}” is no date. Dates are written 2027-01-14 or 14.01.2027.`);
    const celsius = airIn(row[columns.celsius] ?? '', columns.degrees);
    if (!celsius.ok) return refused(celsius.why);
    const low = columns.low === null ? celsius : airIn(row[columns.low] ?? '', columns.degrees);
    if (!low.ok) return refused(low.why);
    seen.push({ day: day.value, celsius: celsius.value, low: low.value, line });
  }
  if (seen.length === 0) return { ok: false, reason: t`No day is in the file.` };
  const byDay = [...groupBy(seen, (one) => one.day)];
  const twice = dayTwice(byDay.map(([, list]) => list));
  if (twice) {
    return {
      ok: false,
      reason: t`Line ${twice.line}: ${dayName(twice.day)} is there already, in line ${twice.first}. Take one of them out.`,
    };
  }
  const days = byDay
    .map(([day, list]) => ({
      day,
      mean: list.reduce((sum, { celsius }) => sum + celsius, 0) / list.length,
      min: Math.min(...list.map(({ low }) => low)),
    }))
    .sort((a, b) => a.day - b.day);
  return { ok: true, days, rows: seen.length };
}
