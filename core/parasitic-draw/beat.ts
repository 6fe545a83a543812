import { medianOf, type Trace } from './trace';

/** A load that comes and goes every second or so, as a blinking lamp does. */
export interface Beat {
  readonly everySeconds: number;
  /** Highest minus lowest, amps. */
  readonly swing: number;
  /** What averaging leaves of it, since a flash falls now on more samples, now on fewer. */
  readonly blurAmps: number;
}

const LONGEST_SECONDS = 8;
const SHORTEST_SECONDS = 0.7;
/** A swing under this is the meter's last digit. */
const MIN_SWING_AMPS = 0.0012;
const WINDOW_SAMPLES = 1500;

/**
 * A quick regular load in the last minutes of a trace, found by the autocorrelation of what is
 * left when a running median has taken the steps away; null where there is none. Needs at least
 * three samples a period, and answers periods up to 8 s.
 */
export function findBeat(trace: Trace): Beat | null {
  const { seconds, amps } = trace;
  const n = Math.min(WINDOW_SAMPLES, seconds.length);
  const first = seconds.length - n;
  if (n < 60) return null;
  const interval = (seconds[seconds.length - 1]! - seconds[first]!) / (n - 1);
  const most = Math.min(Math.floor(LONGEST_SECONDS / interval), n >> 2);
  if (most < 6) return null;
  const rest = withoutSteps(amps.subarray(first), Math.max(3, Math.round(4.5 / interval)));
  const cut = withoutOutliers(rest);
  const least = Math.max(3, Math.ceil(SHORTEST_SECONDS / interval));
  const clear = Math.max(0.35, 6 / Math.sqrt(n));
  const found = [cut, widened(cut)].flatMap((values) => {
    const lag = firstPeak(autocorrelation(values, most * 2), least, most, clear);
    return lag === null ? [] : [{ values, lag }];
  });
  const peak = found.sort((a, b) => a.lag - b.lag)[0];
  if (!peak) return null;
  const period = finePeriod(peak.values, peak.lag) * interval;
  const sorted = rest.slice().sort();
  const swing = sorted[Math.floor(0.97 * n)]! - sorted[Math.floor(0.03 * n)]!;
  if (swing < MIN_SWING_AMPS) return null;
  return { everySeconds: period, swing, blurAmps: (0.5 * swing * interval) / period };
}

/** Values less a running mean of medians; bad samples count as nothing. */
function withoutSteps(values: Float64Array, half: number): Float64Array {
  const n = values.length;
  const rest = new Float64Array(n);
  let mid = 0;
  for (let i = 0; i < n; i++) {
    // The median moves slowly: every fifth is enough.
    if (i % 5 === 0) {
      const window = values.slice(Math.max(0, i - half), i + half + 1);
      mid = medianOf(window.filter((value) => value === value)) || 0;
    }
    const value = values[i]!;
    rest[i] = value === value ? value - mid : 0;
  }
  return rest;
}

/** Rid of what is far out: a step that the median followed late. */
function withoutOutliers(values: Float64Array): Float64Array {
  const most = 1.5 * values.map(Math.abs).sort()[Math.floor(0.96 * values.length)]!;
  return centred(values.map((value) => Math.min(most, Math.max(-most, value))));
}

/** Widened by a sample to either side: a short flash falls now on one sample, now on two. */
function widened(values: Float64Array): Float64Array {
  const at = (i: number) => values[Math.min(values.length - 1, Math.max(0, i))]!;
  return values.map((value, i) => (at(i - 1) + value + at(i + 1)) / 3);
}

function centred(values: Float64Array): Float64Array {
  const mean = values.reduce((sum, value) => sum + value, 0) / values.length;
  return values.map((value) => value - mean);
}

function autocorrelation(values: Float64Array, most: number): Float64Array {
  const n = values.length;
  const r = new Float64Array(most + 1);
  let power = 0;
  for (const value of values) power += value * value;
  if (power === 0) return r;
  r[0] = 1;
  for (let lag = 1; lag <= most; lag++) {
    let sum = 0;
    for (let i = lag; i < n; i++) sum += values[i]! * values[i - lag]!;
    r[lag] = (sum / power) * (n / (n - lag));
  }
  return r;
}

/** The first lag that stands out, and whose double does too. */
function firstPeak(r: Float64Array, least: number, most: number, clear: number): number | null {
  let lowest = 1;
  for (let lag = 2; lag < most; lag++) {
    lowest = Math.min(lowest, r[lag - 1]!);
    const here = r[lag]!;
    if (lag < least || here < r[lag - 1]! || here < r[lag + 1]!) continue;
    if (here < clear || here - lowest < clear) continue;
    let double = 0;
    for (let at = 2 * lag - 2; at <= Math.min(r.length - 1, 2 * lag + 2); at++) {
      double = Math.max(double, r[at]!);
    }
    if (double > 0.8 * clear) return lag;
  }
  return null;
}

/** A period in samples, with fractions: the peak is followed to its multiples. */
function finePeriod(values: Float64Array, lag: number): number {
  const n = values.length;
  let period = lag;
  for (let multiple = 2; period * multiple < n / 3; multiple *= 2) {
    const about = Math.round(period * multiple);
    let best = -Infinity;
    let at = about;
    for (let k = about - 1; k <= about + 1; k++) {
      let sum = 0;
      for (let i = k; i < n; i++) sum += values[i]! * values[i - k]!;
      sum /= n - k;
      if (sum > best) {
        best = sum;
        at = k;
      }
    }
    period = at / multiple;
  }
  return period;
}

/** The trace with a beat averaged out: each sample the mean of the period about it. */
export function smoothed(trace: Trace, everySeconds: number): Trace {
  const { seconds, amps } = trace;
  const n = seconds.length;
  const integral = new Float64Array(n);
  let last = 0;
  for (let i = 1; i < n; i++) {
    const value = amps[i]! === amps[i]! ? amps[i]! : last;
    integral[i] = integral[i - 1]! + value * (seconds[i]! - seconds[i - 1]!);
    last = value;
  }
  const upTo = (at: number, k: number) => {
    const share = (at - seconds[k]!) / (seconds[k + 1]! - seconds[k]!);
    return integral[k]! + share * (integral[k + 1]! - integral[k]!);
  };
  const reach = (k: number, at: number) => {
    while (k < n - 2 && seconds[k + 1]! < at) k++;
    return k;
  };
  let a = 0;
  let b = 0;
  const out = new Float64Array(n);
  const begin = seconds[0]!;
  const end = seconds[n - 1]!;
  for (let i = 0; i < n; i++) {
    // Within the trace, always a whole period.
    const from = Math.min(Math.max(begin, seconds[i]! - everySeconds / 2), end - everySeconds);
    if (from < begin || amps[i]! !== amps[i]!) {
      out[i] = amps[i]!;
      continue;
    }
    a = reach(a, from);
    b = reach(b, from + everySeconds);
    out[i] = (upTo(from + everySeconds, b) - upTo(from, a)) / everySeconds;
  }
  return { seconds, amps: out };
}
