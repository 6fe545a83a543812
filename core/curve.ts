// Looked up once: these stand in the innermost loops.
const maths = Math;

/** A smooth curve through table points that never turns where the table does not. */
export interface Curve {
  /** y at x. Outside the table it goes on straight, with the end slopes. */
  at(x: number): number;
  /** x at y. Only for a table that rises, or falls, throughout; else an Error. */
  inverse(y: number): number;
}

export type Point = readonly [x: number, y: number];

/**
 * Monotone cubic interpolation through `points` (x strictly rising, at least two).
 *
 * Between two rows of a table a straight line is too low on a bulge and too high in a dip,
 * and an ordinary spline may overshoot. The method of Fritsch and Carlson picks slopes at the
 * points so that the curve is smooth and monotone wherever the table is, and so has an inverse.
 *
 * `ends.below` and `ends.above` fix the slopes outside the table; without them the curve goes
 * on with its own slope at the end. A table that is not sorted is a mistake in the program
 * and throws.
 *
 * Source: F. N. Fritsch, R. E. Carlson, "Monotone Piecewise Cubic Interpolation",
 * SIAM J. Numer. Anal. 17 (1980).
 */
export function monotoneCurve(
  points: readonly Point[],
  ends: { below?: number; above?: number } = {},
): Curve {
  const n = points.length;
  if (n < 2) throw new Error('a curve needs two points');
  const x = points.map((p) => p[0]);
  const y = points.map((p) => p[1]);
  const chord: number[] = [];
  for (let i = 0; i + 1 < n; i++) {
    const width = x[i + 1]! - x[i]!;
    if (!(width > 0)) throw new Error('the points of a curve must stand in rising order');
    chord.push((y[i + 1]! - y[i]!) / width);
  }
  const slope = slopes(x, chord);
  const below = ends.below ?? slope[0]!;
  const above = ends.above ?? slope[n - 1]!;

  /** The cubic between points i and i + 1, at a share t of the way. */
  function between(i: number, t: number): number {
    const h = x[i + 1]! - x[i]!;
    const t2 = t * t;
    const t3 = t2 * t;
    return (
      (2 * t3 - 3 * t2 + 1) * y[i]! +
      (t3 - 2 * t2 + t) * h * slope[i]! +
      (-2 * t3 + 3 * t2) * y[i + 1]! +
      (t3 - t2) * h * slope[i + 1]!
    );
  }

  function at(at: number): number {
    if (at <= x[0]!) return y[0]! + below * (at - x[0]!);
    if (at >= x[n - 1]!) return y[n - 1]! + above * (at - x[n - 1]!);
    let i = 0;
    while (at > x[i + 1]!) i++;
    return between(i, (at - x[i]!) / (x[i + 1]! - x[i]!));
  }

  const rising = chord.every((c) => c > 0) && below > 0 && above > 0;
  const falling = chord.every((c) => c < 0) && below < 0 && above < 0;

  function inverse(value: number): number {
    if (!rising && !falling) throw new Error('this curve turns, so it has no inverse');
    const sign = rising ? 1 : -1;
    if (sign * (value - y[0]!) <= 0) return x[0]! + (value - y[0]!) / below;
    if (sign * (value - y[n - 1]!) >= 0) return x[n - 1]! + (value - y[n - 1]!) / above;
    let i = 0;
    while (sign * (value - y[i + 1]!) > 0) i++;
    // Regula falsi after Illinois: a bracket that shrinks from both sides, in a few steps.
    let left = 0;
    let right = 1;
    let atLeft = sign * (y[i]! - value);
    let atRight = sign * (y[i + 1]! - value);
    let t = 0.5;
    let side = 0;
    for (let step = 0; step < 60 && right - left > 1e-13; step++) {
      t = (left * atRight - right * atLeft) / (atRight - atLeft);
      const off = sign * (between(i, t) - value);
      if (maths.abs(off) < 1e-13) break;
      if (off < 0) {
        left = t;
        atLeft = off;
        if (side < 0) atRight /= 2;
        side = -1;
      } else {
        right = t;
        atRight = off;
        if (side > 0) atLeft /= 2;
        side = 1;
      }
    }
    return x[i]! + t * (x[i + 1]! - x[i]!);
  }

  return { at, inverse };
}

function slopes(x: readonly number[], chord: readonly number[]): number[] {
  const last = chord.length;
  const slope = [chord[0]!];
  for (let i = 1; i < last; i++) {
    const a = chord[i - 1]!;
    const b = chord[i]!;
    if (a * b <= 0) {
      slope.push(0);
      continue;
    }
    const left = x[i]! - x[i - 1]!;
    const right = x[i + 1]! - x[i]!;
    const w1 = 2 * right + left;
    const w2 = right + 2 * left;
    slope.push((w1 + w2) / (w1 / a + w2 / b));
  }
  slope.push(chord[last - 1]!);
  return slope;
}
