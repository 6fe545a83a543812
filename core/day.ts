import { msg, withWords } from './language';

/**
 * Calendar days of the site. A day is counted as whole days since 1 January 1970, so that
 * arithmetic on days never meets a clock change; its name is `YYYY-MM-DD`.
 */
export type Day = number;

export const MS_PER_HOUR = 3_600_000;
export const MS_PER_DAY = 24 * MS_PER_HOUR;

export const WEEKDAYS = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'] as const;
export type Weekday = (typeof WEEKDAYS)[number];

const WEEKDAY_NAMES = withWords([
  msg`Mon`,
  msg`Tue`,
  msg`Wed`,
  msg`Thu`,
  msg`Fri`,
  msg`Sat`,
  msg`Sun`,
] as const);
const WEEKDAY_LONG = withWords([
  msg`Monday`,
  msg`Tuesday`,
  msg`Wednesday`,
  msg`Thursday`,
  msg`Friday`,
  msg`Saturday`,
  msg`Sunday`,
] as const);
export const MONTH_NAMES = withWords([
  msg`Jan`,
  msg`Feb`,
  msg`Mar`,
  msg`Apr`,
  msg`May`,
  msg`Jun`,
  msg`Jul`,
  msg`Aug`,
  msg`Sep`,
  msg`Oct`,
  msg`Nov`,
  msg`Dec`,
] as const);

/** A weekday in three letters, and in full. */
export const weekdayShort = (weekday: Weekday): string => WEEKDAY_NAMES[WEEKDAYS.indexOf(weekday)]!;
export const weekdayInFull = (weekday: Weekday): string => WEEKDAY_LONG[WEEKDAYS.indexOf(weekday)]!;

/** The day named by `YYYY-MM-DD`, or null when there is no such day (2027-02-30). */
export function parseDay(name: string): Day | null {
  const match = /^(\d{4})-(\d{2})-(\d{2})$/.exec(name);
  if (!match) return null;
  const at = new Date(0);
  // Not Date.UTC: that takes the years 0 to 99 for 1900 to 1999.
  at.setUTCFullYear(Number(match[1]), Number(match[2]) - 1, Number(match[3]));
  const day = at.getTime() / MS_PER_DAY;
  return dayName(day) === name ? day : null;
}

/** `parseDay` for names that the program itself wrote; throws on anything else. */
export function toDay(name: string): Day {
  const day = parseDay(name);
  if (day === null) throw new Error(`${name} is not a calendar day`);
  return day;
}

/** Days from 1970 to the end of this century, by name: a plan asks for the same ones many times. */
const names: string[] = [];
const LAST_NAMED = 48_000;

/** `YYYY-MM-DD` of a day. */
export function dayName(day: Day): string {
  const known = names[day];
  if (known !== undefined) return known;
  const name = new Date(day * MS_PER_DAY).toISOString().slice(0, 10);
  if (Number.isInteger(day) && day >= 0 && day < LAST_NAMED) names[day] = name;
  return name;
}

/** 0 for Monday … 6 for Sunday. */
export function weekdayIndex(day: Day): number {
  return (((day + 3) % 7) + 7) % 7;
}

/** `Tue 2 Feb`, the way dates are shown; with the year when it is not the year of `near`. */
export function shortDay(day: Day, near?: Day): string {
  const { year, month, date } = partsOf(day);
  const text = `${WEEKDAY_NAMES[weekdayIndex(day)]} ${date} ${MONTH_NAMES[month]}`;
  // Within ten months there is no doubt which year is meant.
  return near !== undefined && Math.abs(day - near) > 300 ? `${text} ${year}` : text;
}

/** `Thursday`. */
export function weekdayLong(day: Day): string {
  return WEEKDAY_LONG[weekdayIndex(day)]!;
}

/** Year, month (0–11), date and the number of the day within its year (0–365). */
export function partsOf(day: Day): {
  year: number;
  month: number;
  date: number;
  dayOfYear: number;
} {
  const at = new Date(day * MS_PER_DAY);
  const year = at.getUTCFullYear();
  return {
    year,
    month: at.getUTCMonth(),
    date: at.getUTCDate(),
    dayOfYear: day - Date.UTC(year, 0, 1) / MS_PER_DAY,
  };
}

const formats = new Map<string, Intl.DateTimeFormat>();

function formatFor(timeZone: string): Intl.DateTimeFormat {
  let format = formats.get(timeZone);
  if (!format) {
    format = new Intl.DateTimeFormat('en-CA', {
      timeZone,
      year: 'numeric',
      month: '2-digit',
      day: '2-digit',
      hour: '2-digit',
      minute: '2-digit',
      second: '2-digit',
      hourCycle: 'h23',
    });
    formats.set(timeZone, format);
  }
  return format;
}

/** Milliseconds by which the clocks of a time zone are ahead of UTC in an hour since 1970, as this machine's calendar has it. */
function lookedUp(hour: number, timeZone: string): number {
  const part: Record<string, number> = {};
  const start = hour * MS_PER_HOUR;
  for (const { type, value } of formatFor(timeZone).formatToParts(start)) {
    part[type] = Number(value);
  }
  return (
    Date.UTC(part.year!, part.month! - 1, part.day, part.hour, part.minute, part.second) - start
  );
}

/** How the clocks of a time zone go over some years. Hours are counted since 1970. */
export interface ClockChanges {
  readonly timeZone: string;
  readonly fromHour: number;
  readonly untilHour: number;
  /** Each hour in which they change, with the milliseconds ahead of UTC from then on; the first is `fromHour`. */
  readonly changes: readonly (readonly [hour: number, ahead: number])[];
}

/** So far the changes of clocks are told, either way. */
const TOLD_DAYS = 500;
const tolds = new Map<string, ClockChanges>();

/** How the clocks of an IANA time zone go for at least 450 days before and after a day. */
export function clockChanges(timeZone: string, around: Day): ClockChanges {
  const middle = Math.round(around / 100) * 100;
  const key = `${timeZone} ${middle}`;
  let told = tolds.get(key);
  if (!told) {
    const fromHour = (middle - TOLD_DAYS) * 24;
    const untilHour = (middle + TOLD_DAYS) * 24;
    let ahead = lookedUp(fromHour, timeZone);
    const changes: [number, number][] = [[fromHour, ahead]];
    for (let hour = fromHour; hour < untilHour; hour += 24) {
      const tomorrow = lookedUp(hour + 24, timeZone);
      if (tomorrow === ahead) continue;
      let at = hour + 1;
      while (lookedUp(at, timeZone) === ahead) at += 1;
      changes.push([at, (ahead = tomorrow)]);
    }
    tolds.set(key, (told = { timeZone, fromHour, untilHour, changes }));
  }
  return told;
}

const known = new Map<string, ClockChanges>();

/**
 * Takes over how clocks go from who has looked it up: a browser takes as long to open its calendar
 * as to draw a screen.
 */
export const knowClocks = (told: ClockChanges): unknown => known.set(told.timeZone, told);

const offsets = new Map<string, Map<number, number>>();

/**
 * Milliseconds by which the site's clocks are ahead of UTC. Clocks change on the hour, so one
 * look-up an hour is enough, and later ones come from memory.
 */
function offsetAt(at: number, timeZone: string): number {
  const hour = Math.floor(at / MS_PER_HOUR);
  const told = known.get(timeZone);
  if (told && hour >= told.fromHour && hour < told.untilHour) {
    return told.changes.findLast(([from]) => from <= hour)![1];
  }
  let remembered = offsets.get(timeZone);
  if (!remembered) offsets.set(timeZone, (remembered = new Map()));
  let offset = remembered.get(hour);
  if (offset === undefined) remembered.set(hour, (offset = lookedUp(hour, timeZone)));
  return offset;
}

/** Wall clock of an instant (UTC milliseconds) in an IANA time zone. */
export function wallClock(
  at: number,
  timeZone: string,
): { day: Day; hour: number; minute: number; second: number } {
  const shown = at + offsetAt(at, timeZone);
  const day = Math.floor(shown / MS_PER_DAY);
  const seconds = Math.floor((shown - day * MS_PER_DAY) / 1000);
  return {
    day,
    hour: Math.floor(seconds / 3600),
    minute: Math.floor(seconds / 60) % 60,
    second: seconds % 60,
  };
}

/** The calendar day of an instant (UTC milliseconds) in an IANA time zone. */
export function dayOf(at: number, timeZone: string): Day {
  return wallClock(at, timeZone).day;
}

/**
 * The instant (UTC milliseconds) at which the site's clocks show `hour:minute` on `day`.
 * On the day that has that hour twice, the first; where the hour is skipped, one hour later.
 */
export function instantAt(day: Day, hour: number, minute: number, timeZone: string): number {
  const wanted = day * MS_PER_DAY + hour * MS_PER_HOUR + minute * 60_000;
  const before = wanted - offsetAt(wanted - MS_PER_DAY, timeZone);
  if (offsetAt(before, timeZone) === wanted - before) return before;
  const after = wanted - offsetAt(wanted + MS_PER_DAY, timeZone);
  return offsetAt(after, timeZone) === wanted - after ? after : before;
}

/** The name that this machine's calendar has for a time zone, as `Europe/London` for `europe/london`. */
export const timeZoneName = (name: string): string =>
  new Intl.DateTimeFormat('en', { timeZone: name }).resolvedOptions().timeZone;

/** Whether a name is a time zone that this machine's calendar knows. */
export function isTimeZone(name: string): boolean {
  try {
    return new Intl.DateTimeFormat('en', { timeZone: name }).format(0) !== '';
  } catch {
    return false;
  }
}
