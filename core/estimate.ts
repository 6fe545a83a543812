/**
 * A value with its doubt. `low` and `high` bound the middle 90 % of what is believed:
 * one in twenty lies below, one in twenty above.
 */
export interface Estimate {
  readonly value: number;
  readonly low: number;
  readonly high: number;
}

/** Standard normal quantile of 95 %: half-width of a 90 % range in standard deviations. */
export const Z90 = 1.6449;

/** A 90 % range from a mean and a standard deviation, both in the same unit. */
export function estimate(mean: number, sd: number): Estimate {
  return { value: mean, low: mean - Z90 * sd, high: mean + Z90 * sd };
}

/** The standard deviation that a 90 % range stands for. */
export function sdOf(range: Estimate): number {
  return (range.high - range.low) / (2 * Z90);
}

/** A value that is known. */
export const exactly = (value: number): Estimate => ({ value, low: value, high: value });
