import { MS_PER_DAY } from '../day';
import type { DailyTemperatures } from '../site/climate';

/**
 * Days between two instants, each weighed with the Arrhenius factor of its hall's temperature,
 * from the hall's daily sums; outside them the nearest day counts.
 */
export function factorDaysOver(
  { sums, firstDay }: Pick<DailyTemperatures, 'sums' | 'firstDay'>,
  dayOfInstant: (at: number) => number,
): (from: number, to: number) => number {
  const last = sums.length - 2;
  const index = (at: number) => Math.min(last, Math.max(0, dayOfInstant(at) - firstDay));
  return (from, to) => {
    const first = index(from);
    const end = Math.max(first, index(to));
    const mean = (sums[end + 1]! - sums[first]!) / (end - first + 1);
    return (mean * Math.max(0, to - from)) / MS_PER_DAY;
  };
}
