/**
 * Activation temperature (activation energy over the gas constant) of self-discharge, kelvin:
 * set so that the rate doubles from 15 °C to 25 °C, as Linden's Handbook of Batteries gives
 * "doubles for about 10 °C near room temperature": ln 2 / (1/288.15 − 1/298.15).
 */
const ACTIVATION_KELVIN = Math.LN2 / (1 / 288.15 - 1 / 298.15);

const ROOM_KELVIN = 293.15;

/**
 * How much faster (over 1) or slower (under 1) a battery discharges by itself at `celsius`
 * than at 20 °C. Arrhenius' law; meant for −40 … 60 °C.
 */
export function arrheniusFactor(celsius: number): number {
  const kelvin = Math.max(173, celsius + 273.15);
  return Math.exp(ACTIVATION_KELVIN * (1 / ROOM_KELVIN - 1 / kelvin));
}

/**
 * Self-discharge in percent of rated capacity per day at `celsius`, from percent of rated
 * capacity in 30 days at 20 °C.
 */
export function selfDischargePctPerDay(pctPerMonthAt20C: number, celsius: number): number {
  return (pctPerMonthAt20C / 30) * arrheniusFactor(celsius);
}

/**
 * Factor on self-discharge for a battery of `years`: one to two years 1, then a tenth more for
 * each year, at most 2. Our own assumption: "older: more" is all that the trade says.
 */
export function ageFactor(years: number): number {
  return Math.min(2, 1 + 0.1 * Math.max(0, years - 2));
}

/**
 * Sums of a hall's Arrhenius factors, so that the loss between any two days is a subtraction:
 * `sums[i]` is the sum over the days before day `i`.
 */
export function arrheniusSums(celsius: ArrayLike<number>): Float64Array {
  const sums = new Float64Array(celsius.length + 1);
  for (let day = 0; day < celsius.length; day++) {
    sums[day + 1] = sums[day]! + arrheniusFactor(celsius[day]!);
  }
  return sums;
}
