import { changePoints } from './change-points';
import { indexAt, medianOf, type Trace } from './trace';

/** A stretch of one level. */
export interface Level {
  /** Seconds of the trace. */
  readonly from: number;
  readonly to: number;
  readonly milliamps: number;
}

/** What matters in a draw: a milliamp, or three in a hundred. */
export const toleranceMa = (milliamps: number) => Math.max(1, 0.03 * Math.abs(milliamps));

const MAX_BLOCKS = 2400;
const MIN_BLOCK_SECONDS = 0.5;
/** Of four, one may be a spike. */
const MIN_BLOCK_SAMPLES = 4;

/**
 * Differences that matter alike at every level: milliamps as they are near nothing, and shares
 * of the level where it is high. 33 mA divide the two, as in `toleranceMa`.
 */
const even = (milliamps: number) => 33 * Math.asinh(milliamps / 33);

interface Blocks {
  /** When each begins; one more for the end. */
  readonly from: Float64Array;
  readonly milliamps: Float64Array;
}

/** The trace in blocks of a second or so, each the median of its samples: spikes vanish. */
function blocksOf({ seconds, amps }: Trace): Blocks {
  const n = seconds.length;
  const begin = seconds[0]!;
  const length = seconds[n - 1]! - begin;
  const widest = Math.min(MAX_BLOCKS, Math.floor((n - 1) / MIN_BLOCK_SAMPLES));
  const most = Math.max(1, Math.min(widest, Math.floor(length / MIN_BLOCK_SECONDS)));
  const width = length / most;
  const from: number[] = [];
  const milliamps: number[] = [];
  let i = 0;
  for (let b = 0; b < most; b++) {
    const end = b === most - 1 ? Infinity : begin + (b + 1) * width;
    const first = i;
    while (i < n && seconds[i]! < end) i++;
    const middle = medianOf(amps.slice(first, i).filter((value) => value === value));
    // A block without a sample belongs to the one before it.
    if (Number.isNaN(middle)) continue;
    from.push(seconds[first]!);
    milliamps.push(1000 * middle);
  }
  from.push(seconds[n - 1]!);
  return { from: Float64Array.from(from), milliamps: Float64Array.from(milliamps) };
}

/** Standard deviation of a series about its slow course, from the differences of neighbours. */
function noiseOf(values: Float64Array): number {
  const steps = new Float64Array(Math.max(0, values.length - 1));
  for (let i = 0; i < steps.length; i++) steps[i] = Math.abs(values[i + 1]! - values[i]!);
  // Median of absolute differences of two normal values: 0.6745 · √2 standard deviations.
  return steps.length ? medianOf(steps) / 0.954 : 0;
}

/** A meter's last digit and a vehicle's restlessness, milliamps: less is no change of level. */
const MIN_NOISE_MA = 0.15;

/**
 * The levels of a trace, each at least a second long, oldest first; none for no good sample.
 * `restlessMa` is what is known to be left of something that comes and goes.
 */
export function levelsOf(trace: Trace, restlessMa = 0): Level[] {
  const { from, milliamps } = blocksOf(trace);
  const n = milliamps.length;
  if (n === 0) return [];
  const values = milliamps.map(even);
  const sd = Math.max(MIN_NOISE_MA, restlessMa, noiseOf(values));
  const starts = changePoints(values, sd, 6 * Math.log(n + 2) + 4, 2);
  return starts.map((start, k) => {
    const end = starts[k + 1] ?? n;
    return {
      from: from[start]!,
      to: from[end]!,
      milliamps: meanMa(trace, from[start]!, from[end]!, milliamps.subarray(start, end)),
    };
  });
}

/** Mean of the samples of a stretch that are near its blocks' median: spikes are left out. */
function meanMa(trace: Trace, from: number, to: number, blocks: Float64Array): number {
  const middle = medianOf(blocks.slice());
  const near = 3 * toleranceMa(middle) + 4 * noiseOf(blocks);
  let sum = 0;
  let n = 0;
  const end = indexAt(trace.seconds, to);
  for (let i = indexAt(trace.seconds, from); i < end; i++) {
    const value = 1000 * trace.amps[i]!;
    if (Math.abs(value - middle) > near || value !== value) continue;
    sum += value;
    n++;
  }
  return n > 0 ? sum / n : middle;
}
