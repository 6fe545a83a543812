import { partsOf } from '../day';
import type { Climate, RecordedDay } from './climate';

/** A month needs so many days before its mean is believed. */
const MIN_DAYS = 20;
/** And so many years before its coldest nights say what one winter in ten brings. */
const MIN_YEARS = 3;
/**
 * The coldest night of one month lies about so far over what one such month in ten brings, K:
 * used where too few years are known. Our own assumption.
 */
const RARER_KELVIN = 3;

/**
 * A climate table out of recorded days outdoors: each month's mean, and the coldest night that
 * one year in ten brings (the tenth part of the years' coldest nights; with fewer than three
 * years, the coldest one and 3 K less). Months that are not recorded stay as they are.
 */
export function climateFromDays(
  days: readonly RecordedDay[],
  before: Climate,
): { readonly climate: Climate; readonly months: number } {
  const mean = [...before.meanCelsius];
  const cold = [...before.coldNightCelsius];
  let months = 0;
  for (let month = 0; month < 12; month++) {
    const own = days.filter(({ day }) => partsOf(day).month === month);
    if (own.length < MIN_DAYS) continue;
    months++;
    mean[month] = own.reduce((sum, one) => sum + one.mean, 0) / own.length;
    const coldest = new Map<number, number>();
    for (const { day, min } of own) {
      const { year } = partsOf(day);
      coldest.set(year, Math.min(coldest.get(year) ?? Infinity, min));
    }
    const nights = [...coldest.values()].sort((a, b) => a - b);
    cold[month] =
      nights.length < MIN_YEARS
        ? nights[0]! - RARER_KELVIN
        : nights[0]! + (nights[1]! - nights[0]!) * Math.max(0, 0.1 * nights.length - 0.5);
  }
  const tenth = (value: number) => Math.round(value * 10) / 10;
  return {
    climate: { meanCelsius: mean.map(tenth), coldNightCelsius: cold.map(tenth) },
    months,
  };
}
