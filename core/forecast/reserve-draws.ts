import type { Estimate } from '../estimate';
import type { LossDraws } from './samples';

// Looked up once: these stand in the innermost loops.
const maths = Math;
const Numbers = Float64Array;

/**
 * Days, with fraction, until the line is met from day `from` of a hall's Arrhenius sums, as a
 * 90 % range over the draws: 0 where the middle is under it already, Infinity where it is not
 * met before the sums end. Each draw's own day by bisection.
 */
export function reserveOfDraws(
  socPct: Float64Array,
  loss: LossDraws,
  sums: Float64Array,
  from: number,
  lineSocPct: number,
): Estimate {
  const count = socPct.length;
  const days = new Numbers(count);
  const base = sums[from]!;
  const end = sums.length - 1 - from;
  // Each day's factor by how late it comes: what self-discharge grows by.
  const late = new Numbers(end + 1);
  for (let day = 0; day < end; day++) {
    late[day + 1] = late[day]! + day * (sums[from + day + 1]! - sums[from + day]!);
  }
  for (let n = 0; n < count; n++) {
    const room = socPct[n]! - lineSocPct;
    const steady = loss.steady[n]!;
    const warm = loss.warm[n]!;
    const grows = loss.grows[n]!;
    const lost = (day: number) =>
      steady * day + warm * (sums[from + day]! - base + grows * late[day]!);
    if (room <= 0) days[n] = 0;
    else if (lost(end) < room) days[n] = Infinity;
    else {
      let low = 0;
      let high = end;
      while (high - low > 1) {
        const middle = (low + high) >> 1;
        if (lost(middle) < room) low = middle;
        else high = middle;
      }
      const before = lost(low);
      days[n] = low + (room - before) / (lost(high) - before);
    }
  }
  days.sort();
  const at = (share: number) => days[maths.min(count - 1, maths.floor(share * count))]!;
  return { value: at(0.5), low: at(0.05), high: at(0.95) };
}
