import type { Estimate } from '../estimate';
import { estimate } from '../estimate';
import type { Mark } from '../parasitic-draw/marks';
import { toleranceMa } from '../parasitic-draw/levels';
import { indexAt, medianOf, type Trace } from '../parasitic-draw/trace';

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
  /** Nothing was known of what flowed before it: waiting will not tell what it carried. */
  readonly tooSoon: boolean;
}

/** Seconds before and after a pull that are looked at; with a slow logger, so many samples. */
const BEFORE = 15;
const AFTER = 20;
const SAMPLES = 8;
/** Seconds after a pull that do not count yet. */
const SETTLES = 2;
const LEAST = 4;

/** Middle and its standard deviation of samples from one index to before another. */
function middle(trace: Trace, from: number, to: number): { ma: number; sd: number } | null {
  const values = trace.amps.slice(Math.max(0, from), to).filter((value) => value === value);
  if (values.length < LEAST) return null;
  const mid = medianOf(values);
  const spread = medianOf(values.map((value) => Math.abs(value - mid))) * 1.4826;
  return { ma: 1000 * mid, sd: (1253 * spread) / Math.sqrt(values.length) + 0.05 };
}

/** The drops of a hunt, in the order of the pulls. */
export function dropsOf(trace: Trace, marks: readonly Mark[]): Drop[] {
  const index = (at: number) => indexAt(trace.seconds, at);
  return marks.flatMap((mark, i): Drop[] => {
    if (mark.kind !== 'pull') return [];
    const at = index(mark.at);
    const settled = index(mark.at + SETTLES);
    const earliest = index((marks[i - 1]?.at ?? -Infinity) + SETTLES);
    const latest = index(marks[i + 1]?.at ?? Infinity);
    const before = middle(
      trace,
      Math.max(earliest, Math.min(index(mark.at - BEFORE), at - SAMPLES)),
      at,
    );
    const after = middle(
      trace,
      settled,
      Math.min(latest, Math.max(index(mark.at + SETTLES + AFTER), settled + SAMPLES)),
    );
    const known = before && after;
    const fell = known ? before.ma - after.ma : 0;
    return [
      {
        circuit: mark.circuit,
        at: mark.at,
        milliamps: known ? estimate(fell, Math.hypot(before.sd, after.sd)) : null,
        leftMa: after ? after.ma : null,
        woke: known ? -fell > 2 * toleranceMa(before.ma) : false,
        tooSoon: before === null,
      },
    ];
  });
}

/** A handheld meter's doubt: half a percent of what it shows, and a digit. */
const HAND_SHARE = 0.005;
const HAND_MA = 0.1;

/** What a pull did by the figures that somebody typed, milliamps before and after it. */
export function typedDrop(circuit: string, beforeMa: number, afterMa: number): Drop {
  const sd = Math.hypot(HAND_SHARE * beforeMa, HAND_SHARE * afterMa, HAND_MA);
  return {
    circuit,
    at: 0,
    milliamps: estimate(beforeMa - afterMa, sd),
    leftMa: afterMa,
    woke: afterMa - beforeMa > 2 * toleranceMa(beforeMa),
    tooSoon: false,
  };
}

/** A fall this small is none: restlessness of vehicle and meter. */
export const isDrop = (drop: Drop) =>
  drop.milliamps !== null && drop.milliamps.low > 0 && drop.milliamps.value > toleranceMa(0);
