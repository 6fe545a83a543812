import { t } from '../language';

/**
 * A logged current: seconds from its start, rising, and amps as the meter showed them. A sample
 * that is not a number is one that the meter could not give (over-range, lead off).
 */
export interface Trace {
  readonly seconds: Float64Array;
  readonly amps: Float64Array;
}

/** The longest trace that is analysed: a night and more at ten samples a second. */
export const MAX_SAMPLES = 1_000_000;
export const MIN_SAMPLES = 5;
/** No log runs longer: a month, in seconds. */
export const MAX_SECONDS = 31 * 86_400;

/**
 * What is wrong with a trace, in words, or null: at least five samples that have a number, seconds
 * that rise, amps within what a meter with a fuse can show.
 */
export function traceProblem({ seconds, amps }: Trace): string | null {
  if (seconds.length !== amps.length) return t`seconds and amps must come in pairs`;
  if (seconds.length < 5)
    return t`a trace needs at least 5 samples, and this one has ${seconds.length}`;
  if (seconds.length > MAX_SAMPLES) return t`a trace may have at most ${MAX_SAMPLES} samples`;
  for (let i = 0; i < seconds.length; i++) {
    if (!Number.isFinite(seconds[i]!)) return t`sample ${i + 1}: the time is not a number`;
    if (Math.abs(seconds[i]! - seconds[0]!) > MAX_SECONDS) {
      return t`sample ${i + 1}: ${seconds[i]} s is over a month after the first. Seconds, not milliseconds?`;
    }
    if (i > 0 && seconds[i]! <= seconds[i - 1]!) {
      return t`sample ${i + 1}: ${seconds[i]} s comes after ${seconds[i - 1]} s; times must rise`;
    }
    const a = amps[i]!;
    if (Number.isFinite(a) && Math.abs(a) > 100) {
      return t`sample ${i + 1}: ${a} A; a meter in series carries at most 100 A. Amps, not milliamps?`;
    }
  }
  const numbers = numbersIn(amps);
  return numbers < MIN_SAMPLES
    ? t`only ${numbers} samples have a number, and at least ${MIN_SAMPLES} are needed`
    : null;
}

/** How many samples have a number. */
export function numbersIn(amps: Float64Array): number {
  let n = 0;
  for (const value of amps) if (!Number.isNaN(value)) n++;
  return n;
}

/** The samples from one index to before another. */
export const slice = (trace: Trace, from: number, to: number): Trace => ({
  seconds: trace.seconds.subarray(from, to),
  amps: trace.amps.subarray(from, to),
});

/** The first index at or after an instant. */
export function indexAt(seconds: Float64Array, at: number): number {
  let low = 0;
  let high = seconds.length;
  while (low < high) {
    const mid = (low + high) >> 1;
    if (seconds[mid]! < at) low = mid + 1;
    else high = mid;
  }
  return low;
}

/** Half of the sample lies below; NaN for none. The sample is put in order. */
export function medianOf(sample: Float64Array): number {
  if (sample.length === 0) return NaN;
  sample.sort();
  const mid = sample.length >> 1;
  return sample.length % 2 ? sample[mid]! : (sample[mid - 1]! + sample[mid]!) / 2;
}
