import { Z90, type Estimate } from './estimate';

/**
 * The quantile of Student's distribution that leaves 5 % above it, for `freedom` degrees (1 or
 * more): Abramowitz and Stegun, 26.7.5 (from memory); within half a percent from 3 degrees on, and
 * exact for 1 and 2.
 */
export function student95(freedom: number): number {
  if (freedom <= 1) return 6.314;
  if (freedom <= 2) return 2.92;
  const z = Z90;
  const [z3, z5, z7] = [z ** 3, z ** 5, z ** 7];
  return (
    z +
    (z3 + z) / (4 * freedom) +
    (5 * z5 + 16 * z3 + 3 * z) / (96 * freedom ** 2) +
    (3 * z7 + 19 * z5 + 17 * z3 - 15 * z) / (384 * freedom ** 3)
  );
}

/**
 * The mean of some independent figures with its 90 % range by Student's distribution. Of one figure
 * nothing is known but itself: its range is infinite. `values` holds at least one.
 */
export function meanOf(values: readonly number[]): Estimate {
  const n = values.length;
  const value = values.reduce((sum, one) => sum + one, 0) / n;
  if (n < 2) return { value, low: -Infinity, high: Infinity };
  const variance = values.reduce((sum, one) => sum + (one - value) ** 2, 0) / (n - 1);
  const half = student95(n - 1) * Math.sqrt(variance / n);
  return { value, low: value - half, high: value + half };
}
