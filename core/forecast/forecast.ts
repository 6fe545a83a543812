import { Z90 } from '../estimate';
import { arrheniusSums } from '../drain/self-discharge';

/** How a battery loses, with its doubt; all in percent of rated capacity. */
export interface DailyLoss {
  /** Draw of the vehicle, a day. */
  readonly drawPctPerDay: number;
  /** Self-discharge in 30 days at 20 °C. */
  readonly selfPctPerMonthAt20C: number;
  /** Standard deviation of the whole, a day. */
  readonly sdPctPerDay: number;
}

/** State of charge at the start of each day; one more value than days, the end of the last. */
export interface Forecast {
  readonly socPct: Float64Array;
  readonly lowPct: Float64Array;
  readonly highPct: Float64Array;
}

/** Standard deviation after so many days: that of the start and of the loss, independent. */
function doubtAfter(start: number, perDay: number, days: number): number {
  return Math.sqrt(start * start + perDay * perDay * days * days);
}

/**
 * State of charge through `days` days from day `from` of a hall's sums, if nobody charges
 * anything: the draw is constant, self-discharge follows each day's temperature by Arrhenius.
 * The loss is in percent of rated capacity and does not shrink with what is left; below zero it
 * goes on.
 *
 * `start.sd` and the loss's doubt, taken as independent, open the 90 % band.
 */
export function forecastOver(
  start: { socPct: number; sd: number },
  loss: DailyLoss,
  sums: Float64Array,
  from: number,
  days: number,
): Forecast {
  const socPct = new Float64Array(days + 1);
  const lowPct = new Float64Array(days + 1);
  const highPct = new Float64Array(days + 1);
  const selfPct = loss.selfPctPerMonthAt20C / 30;
  const base = sums[from]!;
  for (let day = 0; day <= days; day++) {
    const soc = start.socPct - loss.drawPctPerDay * day - selfPct * (sums[from + day]! - base);
    const half = Z90 * doubtAfter(start.sd, loss.sdPctPerDay, day);
    socPct[day] = soc;
    lowPct[day] = soc - half;
    highPct[day] = Math.min(100, soc + half);
  }
  return { socPct, lowPct, highPct };
}

/** The same over days of given mean temperature. */
export function forecast(
  start: { socPct: number; sd: number },
  loss: DailyLoss,
  celsius: ArrayLike<number>,
): Forecast {
  return forecastOver(start, loss, arrheniusSums(celsius), 0, celsius.length);
}

/**
 * Days, with fraction, until a falling series of daily values meets `line`: 0 where it begins
 * at or under it, Infinity where it does not within the series.
 */
export function daysUntil(series: ArrayLike<number>, line: number): number {
  if (series.length === 0 || series[0]! <= line) return 0;
  for (let day = 1; day < series.length; day++) {
    if (series[day]! <= line) {
      const fall = series[day - 1]! - series[day]!;
      return day - 1 + (series[day - 1]! - line) / fall;
    }
  }
  return Infinity;
}

/**
 * The least distance, in kelvin, of each night's temperature from the freezing point at that
 * day's state of charge, and its day; null where nothing can freeze.
 */
export function freezeMargin(
  socPct: ArrayLike<number>,
  nights: ArrayLike<number>,
  freezing: (socPct: number) => number | null,
): { kelvin: number; day: number } | null {
  let least: { kelvin: number; day: number } | null = null;
  for (let day = 0; day < nights.length; day++) {
    const point = freezing(socPct[day]!);
    if (point === null) return null;
    const kelvin = nights[day]! - point;
    if (!least || kelvin < least.kelvin) least = { kelvin, day };
  }
  return least;
}

/**
 * Whole days of reserve from day `from`, by bisection over the hall's sums: the same answer as
 * stepping day by day, at the cost of a few look-ups. Ends at the last day of the sums.
 */
export function reserveBySums(
  sums: Float64Array,
  from: number,
  socPct: number,
  lineSocPct: number,
  loss: Pick<DailyLoss, 'drawPctPerDay' | 'selfPctPerMonthAt20C'>,
): number {
  const room = socPct - lineSocPct;
  if (room <= 0) return 0;
  const selfPct = loss.selfPctPerMonthAt20C / 30;
  const lost = (days: number) =>
    loss.drawPctPerDay * days + selfPct * (sums[from + days]! - sums[from]!);
  let low = 0;
  let high = sums.length - 1 - from;
  if (high <= 0 || lost(high) < room) return Infinity;
  while (low + 1 < high) {
    const middle = (low + high) >> 1;
    if (lost(middle) < room) low = middle;
    else high = middle;
  }
  return low;
}
