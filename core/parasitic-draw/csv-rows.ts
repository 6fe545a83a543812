import { t } from '../language';
import type { Trace } from './trace';

/** Of so many samples one may have a stamp that cannot be; more is another clock. */
const BAD_STAMPS = 100;

/**
 * The samples whose stamps rise, where all but a few do: a doubled stamp, or one that jumped, costs
 * its own sample and not the log. Where more are out of order the trace stays as it is, for
 * `traceProblem` to say so.
 */
function inOrder(trace: Trace): Trace {
  const { seconds, amps } = trace;
  // The longest rising row of samples (patience sorting): tails[k] ends the best one of k + 1.
  const tails: number[] = [];
  const before = new Int32Array(seconds.length);
  for (let i = 0; i < seconds.length; i++) {
    let low = 0;
    let high = tails.length;
    while (low < high) {
      const mid = (low + high) >> 1;
      if (seconds[tails[mid]!]! < seconds[i]!) low = mid + 1;
      else high = mid;
    }
    before[i] = low === 0 ? -1 : tails[low - 1]!;
    tails[low] = i;
  }
  const bad = seconds.length - tails.length;
  if (bad === 0 || bad > Math.max(1, seconds.length / BAD_STAMPS)) return trace;
  const kept: number[] = [];
  for (let i = tails.at(-1)!; i >= 0; i = before[i]!) kept.push(i);
  kept.reverse();
  return {
    seconds: Float64Array.from(kept, (i) => seconds[i]!),
    amps: Float64Array.from(kept, (i) => amps[i]!),
  };
}

/**
 * A trace from the rows of a logger's file: `seconds,amps`, a heading allowed, more columns left
 * out. The reason names the line, as an editor counts it.
 */
export function traceOfRows(
  rows: readonly (readonly string[])[],
): { ok: true; trace: Trace } | { ok: false; reason: string } {
  const number = (text: string | undefined) =>
    text !== undefined && text.trim() !== '' ? Number(text.trim()) : NaN;
  const first = rows[0];
  const heading =
    first !== undefined && first.slice(0, 2).every((one) => Number.isNaN(number(one)));
  const body = heading ? rows.slice(1) : rows;
  if (heading && /^\s*(ma|milli)/i.test(first[1] ?? '')) {
    return { ok: false, reason: t`line 1: “${first[1]}”: give amps, not milliamps` };
  }
  const seconds = new Float64Array(body.length);
  const amps = new Float64Array(body.length);
  for (let i = 0; i < body.length; i++) {
    const row = body[i]!;
    const line = i + (heading ? 2 : 1);
    const second = number(row[0]);
    const a = number(row[1]);
    if (row.length < 2)
      return { ok: false, reason: t`line ${line}: two columns are wanted, seconds,amps` };
    if (!Number.isFinite(second))
      return { ok: false, reason: t`line ${line}: “${row[0]}” is no number of seconds` };
    // A meter that was over its range writes words or 9.9E37.
    if (Number.isNaN(a) && !/^\s*(ol|over|nan|inf)/i.test(row[1]!)) {
      return { ok: false, reason: t`line ${line}: “${row[1]}” is no number of amps` };
    }
    seconds[i] = second;
    amps[i] = Math.abs(a) >= 9.8e37 ? NaN : a;
  }
  return { ok: true, trace: inOrder({ seconds, amps }) };
}
