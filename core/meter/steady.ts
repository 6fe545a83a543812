/** One answer of a voltmeter. */
export interface VoltsSample {
  /** Milliseconds of any clock. */
  readonly at: number;
  readonly volts: number;
}

/** How a held probe reads. */
export type Holding =
  | { readonly kind: 'waiting' }
  /** Near nothing: no contact, or a dead short. */
  | { readonly kind: 'loose' }
  | { readonly kind: 'reversed'; readonly volts: number }
  /** It moves: bad contact, or not held yet. */
  | { readonly kind: 'moving'; readonly share: number }
  /** It creeps downward all the time: surface charge, or something draws. */
  | { readonly kind: 'falling'; readonly millivoltsPerMinute: number; readonly volts: number }
  | { readonly kind: 'steady'; readonly volts: number };

const HOLD_MS = 2500;
const MIN_SAMPLES = 8;
/** What a good contact wanders by within the hold, volts between the extremes. */
const STEADY_VOLTS = 0.012;
/** A fall that matters: 4 mV a minute are half a hundredth of a volt within the reading. */
const FALL_MV_PER_MINUTE = 4;
const WATCH_MS = 20_000;

/**
 * Judges the newest answers of a voltmeter: steady once they kept within a hundredth of a volt
 * for two and a half seconds; falling when they creep down over the last twenty. Answers of
 * `samples` are in order of time; older ones than needed may be left in.
 */
export function holdingOf(samples: readonly VoltsSample[]): Holding {
  const last = samples.at(-1);
  if (!last) return { kind: 'waiting' };
  const held = samples.filter(({ at }) => at >= last.at - HOLD_MS);
  const volts = held.map((one) => one.volts);
  const mean = volts.reduce((sum, value) => sum + value, 0) / volts.length;
  if (Math.abs(last.volts) < 0.3) return { kind: 'loose' };
  const spread = Math.max(...volts) - Math.min(...volts);
  const long = last.at - held[0]!.at >= 0.8 * HOLD_MS && held.length >= MIN_SAMPLES;
  if (!long || spread > STEADY_VOLTS) {
    const since = long ? 0 : (last.at - held[0]!.at) / HOLD_MS;
    return { kind: 'moving', share: spread > STEADY_VOLTS ? 0 : Math.min(1, since) };
  }
  if (mean < 0) return { kind: 'reversed', volts: mean };
  const fall = fallOf(
    samples.filter(({ at }) => at >= last.at - WATCH_MS),
    mean,
  );
  if (fall !== null && fall > FALL_MV_PER_MINUTE) {
    return { kind: 'falling', millivoltsPerMinute: fall, volts: mean };
  }
  return { kind: 'steady', volts: Math.round(mean * 1000) / 1000 };
}

/** Millivolts a minute by which it falls, by least squares; null where that cannot be told. */
function fallOf(samples: readonly VoltsSample[], near: number): number | null {
  const held = samples.filter(({ volts }) => Math.abs(volts - near) < 0.08);
  const n = held.length;
  if (n < 30 || held[n - 1]!.at - held[0]!.at < 8000) return null;
  const at = held.reduce((sum, one) => sum + one.at, 0) / n;
  const volts = held.reduce((sum, one) => sum + one.volts, 0) / n;
  let xx = 0;
  let xy = 0;
  let rest = 0;
  for (const one of held) {
    xx += (one.at - at) ** 2;
    xy += (one.at - at) * (one.volts - volts);
  }
  const slope = xy / xx;
  for (const one of held) rest += (one.volts - volts - slope * (one.at - at)) ** 2;
  const sd = Math.sqrt(rest / (n - 2) / xx);
  const perMinute = -slope * 60_000 * 1000;
  // Beyond doubt only.
  return -slope > 3 * sd ? perMinute : null;
}
