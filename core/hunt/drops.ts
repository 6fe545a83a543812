import type { Estimate } from '../estimate';
import { estimate } from '../estimate';
import type { Mark } from '../draw/marks';
import { toleranceMa } from '../draw/levels';
import { indexAt, medianOf, type Trace } from '../draw/trace';

/** What pulling a fuse did to the current. */
export interface Drop {
  readonly circuit: string;
  /** Seconds of the trace. */
  readonly at: number;
  /** What it carried, milliamps at 90 %; null while there is too little to tell. */
  readonly milliamps: Estimate | null;
  /** What flows since, milliamps. */
  readonly leftMa: number | null;
  /** More flows than before: pulling it woke something. */
  readonly woke: boolean;
}

/** Seconds before a pull that are looked at, and seconds after it that do not count yet. */
const BEFORE = 15;
const SETTLES = 2;
const LEAST = 4;
/** How far after a pull is looked, where nothing else is done. */
const AFTER = 20;

/** Middle and standard deviation of the middle between two instants; null for too little. */
function around(trace: Trace, from: number, to: number): { ma: number; sd: number } | null {
  const values = trace.amps
    .slice(indexAt(trace.seconds, from), indexAt(trace.seconds, to))
    .filter((value) => value === value);
  if (values.length < LEAST) return null;
  const middle = medianOf(values);
  const spread = medianOf(values.map((value) => Math.abs(value - middle))) * 1.4826;
  return { ma: 1000 * middle, sd: (1253 * spread) / Math.sqrt(values.length) + 0.05 };
}

/** The drops of a hunt, in the order of the pulls. */
export function dropsOf(trace: Trace, marks: readonly Mark[]): Drop[] {
  return marks.flatMap((mark, i): Drop[] => {
    if (mark.kind !== 'pull') return [];
    const earlier = marks[i - 1]?.at ?? 0;
    const later = marks[i + 1]?.at ?? Infinity;
    const before = around(trace, Math.max(earlier + SETTLES, mark.at - BEFORE), mark.at);
    const after = around(trace, mark.at + SETTLES, Math.min(later, mark.at + SETTLES + AFTER));
    const known = before && after;
    const fell = known ? before.ma - after.ma : 0;
    return [
      {
        circuit: mark.circuit,
        at: mark.at,
        milliamps: known ? estimate(fell, Math.hypot(before.sd, after.sd)) : null,
        leftMa: after ? after.ma : null,
        woke: known ? -fell > 2 * toleranceMa(before.ma) : false,
      },
    ];
  });
}

/** A fall this small is none: restlessness of vehicle and meter. */
export const isDrop = (drop: Drop) =>
  drop.milliamps !== null && drop.milliamps.low > 0 && drop.milliamps.value > toleranceMa(0);
