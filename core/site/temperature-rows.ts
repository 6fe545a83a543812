import { t } from '../language';
import { dayName, parseDay, type Day } from '../day';
import { groupBy } from '../group';
import type { RecordedDay } from './climate';

/** Which column of a logger's file means what, counted from 0, and in which unit. */
export interface TemperatureColumns {
  readonly when: number;
  readonly celsius: number;
  /** Lowest of the day, where the file has it; else from the rows themselves. */
  readonly low: number | null;
  readonly unit: 'celsius' | 'fahrenheit';
  /** Rows above the first value. */
  readonly heading: number;
}

export type TemperatureFile =
  | { readonly ok: true; readonly days: readonly RecordedDay[]; readonly rows: number }
  | { readonly ok: false; readonly reason: string };

const WHEN = /date|day|time|when|zeit|datum/i;
const LOW = /min|low|lowest|tief/i;
const CELSIUS = /temp|mean|avg|°|deg|celsius|fahrenheit/i;

/** What the heading of a file suggests; the attendant may say otherwise. */
export function guessColumns(rows: readonly (readonly string[])[]): TemperatureColumns {
  const head = rows[0] ?? [];
  const headed = head.some(
    (cell) =>
      cell !== '' && Number.isNaN(Number(cell.replace(',', '.'))) && dayOfText(cell) === null,
  );
  const names = headed ? head : [];
  const find = (pattern: RegExp, not: number[] = []) =>
    names.findIndex((name, i) => pattern.test(name) && !not.includes(i));
  const when = Math.max(0, find(WHEN));
  const low = find(LOW, [when]);
  const celsius = find(CELSIUS, [when, ...(low < 0 ? [] : [low])]);
  const chosen = celsius >= 0 ? celsius : head.findIndex((_, i) => i !== when && i !== low);
  return {
    when,
    celsius: Math.max(0, chosen),
    low: low < 0 ? null : low,
    unit: /fahrenheit|°f|\bf\b/i.test(names[Math.max(0, chosen)] ?? '') ? 'fahrenheit' : 'celsius',
    heading: headed ? 1 : 0,
  };
}

/** The calendar day of a cell, as `2027-01-14…`, `14.01.2027…` or `14/01/2027…`; null: none. */
function dayOfText(text: string): Day | null {
  const iso = /^(\d{4})[-/](\d{1,2})[-/](\d{1,2})/.exec(text.trim());
  const european = /^(\d{1,2})[./](\d{1,2})[./](\d{4})/.exec(text.trim());
  const [year, month, date] = iso
    ? [iso[1], iso[2], iso[3]]
    : european
      ? [european[3], european[2], european[1]]
      : [];
  return year ? parseDay(`${year}-${month!.padStart(2, '0')}-${date!.padStart(2, '0')}`) : null;
}

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

/**
 * Days out of a logger's rows: mean and lowest of each day, in °C. Rows of one day are put
 * together; a row that is no date or no temperature from −80 to 70 °C is refused by its line.
 */
export function daysOfRows(
  rows: readonly (readonly string[])[],
  columns: TemperatureColumns,
): TemperatureFile {
  const seen: { day: Day; celsius: number; low: number; line: number }[] = [];
  const toCelsius = (value: number) =>
    columns.unit === 'fahrenheit' ? ((value - 32) * 5) / 9 : value;
  for (let i = columns.heading; i < rows.length; i++) {
    const row = rows[i]!;
    const line = i + 1;
    const day = dayOfText(row[columns.when] ?? '');
    if (day === null) {
      return {
        ok: false,
        reason: t`Line ${line}: “${row[columns.when] ?? ''}” is no date. Dates are written 2027-01-14 or 14.01.2027.`,
      };
    }
    const number = (at: number) => {
      const text = (row[at] ?? '').trim().replace(',', '.');
      return text === '' ? NaN : toCelsius(Number(text));
    };
    const celsius = number(columns.celsius);
    const low = columns.low === null ? celsius : number(columns.low);
    for (const [value, at] of [
      [celsius, columns.celsius],
      [low, columns.low ?? columns.celsius],
    ] as const) {
      if (!(value >= -80 && value <= 70)) {
        return {
          ok: false,
          reason: t`Line ${line}: “${row[at] ?? ''}” is no temperature from −80 to 70 °C. Is it another column, or the other unit?`,
        };
      }
    }
    seen.push({ day, celsius, low, line });
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
