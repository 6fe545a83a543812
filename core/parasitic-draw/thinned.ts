/** Samples in pairs of arrays of any kind. */
export interface Samples {
  readonly seconds: ArrayLike<number>;
  readonly amps: ArrayLike<number>;
}

/** A picture needs no more points than this. */
const MAX_POINTS = 700;

/**
 * A trace for a picture: of each stretch the lowest and the highest sample, in order of time, so
 * that nothing short is lost and a long trace stays quick. Samples without a number are left out.
 */
export function thinned(
  { seconds, amps }: Samples,
  most = MAX_POINTS,
): { seconds: number; amps: number }[] {
  const n = seconds.length;
  const stride = Math.max(1, Math.ceil((2 * n) / most));
  const points: { seconds: number; amps: number }[] = [];
  for (let first = 0; first < n; first += stride) {
    let low = -1;
    let high = -1;
    for (let i = first; i < Math.min(n, first + stride); i++) {
      const value = amps[i]!;
      if (Number.isNaN(value)) continue;
      if (low < 0 || value < amps[low]!) low = i;
      if (high < 0 || value > amps[high]!) high = i;
    }
    if (low < 0) continue;
    const chosen = low === high ? [low] : low < high ? [low, high] : [high, low];
    for (const i of chosen) points.push({ seconds: seconds[i]!, amps: amps[i]! });
  }
  return points;
}
