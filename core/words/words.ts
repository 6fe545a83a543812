import { decimal, languageTag, msg, said, t, withWords } from '../language';
import { shortDay, wallClock } from '../day';
import type { Rules } from '../rules/rules';
import type { Estimate } from '../estimate';

/** A sentence in pieces: plain text, and figures that are set in tabular type. */
export type Sentence = readonly (string | { readonly figure: string })[];

type Piece = string | { figure: string };

/** Builds a sentence: say`At ${figure('68 %')}.` */
export function say(text: TemplateStringsArray, ...values: Piece[]): Sentence {
  return said(text, values).filter(Boolean);
}

export const figure = (text: string) => ({ figure: text });

/** A sentence as plain text. */
export function plain(sentence: Sentence): string {
  return sentence.map((piece) => (typeof piece === 'string' ? piece : piece.figure)).join('');
}

/** How a site wants its figures written. */
export type Units = Pick<Rules, 'temperatureUnit' | 'measureUnit' | 'clock'>;

export const formatVolts = (volts: number) => `${decimal(volts, 2)} V`;

const whole = (value: number) => String(Math.round(value)).replace('-', '−');
export const formatPct = (pct: number) => `${whole(pct)} %`;

/** `7–21 %`; nobody counts below empty: `0–2 %`, `under 0 %`. */
export const formatPctRange = (range: Estimate) =>
  range.high < 0 ? 'under 0 %' : `${whole(Math.max(0, range.low))}–${formatPct(range.high)}`;

/** `−3.1 °C`, or `26 °F`. Digits: 0 or 1 for Celsius; Fahrenheit is always whole. */
export function formatTemperature(celsius: number, units: Units, digits: 0 | 1 = 0): string {
  const value =
    units.temperatureUnit === 'celsius'
      ? decimal(celsius, digits)
      : Math.round(celsius * 1.8 + 32).toString();
  const sign = units.temperatureUnit === 'celsius' ? '°C' : '°F';
  return `${value === '-0' || value === '-0.0' ? value.slice(1) : value.replace('-', '−')} ${sign}`;
}

/** Reserves longer than this are only said to be longer. */
export const LONGEST_RESERVE_DAYS = 365;

/** Whole days, or `over 365`. */
export function formatReserve(days: number): string {
  return days > LONGEST_RESERVE_DAYS ? t`over ${LONGEST_RESERVE_DAYS}` : `${Math.floor(days)}`;
}

/** `19–30`, the 90 % range of a reserve. */
export function formatReserveRange(reserve: Estimate): string {
  const low = formatReserve(reserve.low);
  if (reserve.high > LONGEST_RESERVE_DAYS) return t`${low} or more`;
  const high = formatReserve(reserve.high);
  return low === high ? low : `${low}–${high}`;
}

/** A loss per day: two digits that matter. */
export function formatLoss(pctPerDay: number): string {
  const size = Math.abs(pctPerDay);
  return `${size >= 1 ? decimal(pctPerDay, 1) : size >= 0.005 ? decimal(pctPerDay, 2) : '0'} %`;
}

export function formatMilliamps(milliamps: number): string {
  return `${milliamps >= 10 ? Math.round(milliamps) : decimal(milliamps, 1)} mA`;
}

/** `Thu 14 Jan, 13:30` on the site's clock, in the site's habit. */
export function formatInstant(at: number, timeZone: string, units: Units): string {
  const { day, hour, minute } = wallClock(at, timeZone);
  const minutes = String(minute).padStart(2, '0');
  const time =
    units.clock === '24h'
      ? `${String(hour).padStart(2, '0')}:${minutes}`
      : `${hour % 12 || 12}:${minutes} ${hour < 12 ? t`am` : t`pm`}`;
  return `${shortDay(day)}, ${time}`;
}

/** The same, short enough for a table: `1 in 20`, `3 in 10`; a dash where it is hardly possible. */
export function chanceShort(chance: number): string {
  if (chance < 0.005) return '–';
  if (chance < 0.015) return t`1 in 100`;
  if (chance < 0.035) return t`1 in 40`;
  if (chance < 0.075) return t`1 in 20`;
  if (chance >= 0.95) return t`sure`;
  return t`${Math.min(9, Math.max(1, Math.round(chance * 10)))} in 10`;
}

/** Tenths that people say. */
const IN_TEN = withWords([
  '',
  msg`one`,
  msg`two`,
  msg`three`,
  msg`four`,
  msg`five`,
  msg`six`,
  msg`seven`,
  msg`eight`,
  msg`nine`,
]);

/**
 * A chance from 0 to 1 as people say it: `about one in ten`, `about one in forty`, `nearly
 * certain`, `hardly`. Rounded to what is worth saying.
 */
export function chanceWords(chance: number): string {
  if (chance < 0.005) return t`hardly possible`;
  if (chance < 0.015) return t`about one in a hundred`;
  if (chance < 0.035) return t`about one in forty`;
  if (chance < 0.075) return t`about one in twenty`;
  if (chance >= 0.95) return t`nearly certain`;
  if (chance >= 0.22 && chance < 0.28) return t`about one in four`;
  if (chance >= 0.47 && chance < 0.53) return t`about even`;
  return t`about ${IN_TEN[Math.min(9, Math.max(1, Math.round(chance * 10)))]!} in ten`;
}

/**
 * Money in the site's own currency, in whole units from ten on: `€13`, `€4.50`. One that is unknown
 * to the machine is said by its three letters.
 */
export function formatMoney(value: number, { currency }: Pick<Rules, 'currency'>): string {
  const digits = Math.abs(value) < 10 ? 2 : 0;
  return new Intl.NumberFormat(languageTag(), {
    style: 'currency',
    currency,
    currencyDisplay: 'narrowSymbol',
    minimumFractionDigits: digits,
    maximumFractionDigits: digits,
  }).format(value);
}
