import { t } from '../language';

/** A start as a meter logged it. */
export interface CrankTrace {
  /** From any instant on, rising. */
  readonly seconds: ArrayLike<number>;
  readonly volts: ArrayLike<number>;
}

export interface CrankFound {
  /** Where it begins, on the clock of the log. */
  readonly beganAt: number;
  readonly restVolts: number;
  /** The lowest sample. */
  readonly dipVolts: number;
  /** Where it stood while it turned: the median, without the inrush. */
  readonly leastVolts: number;
  readonly seconds: number;
  /** Two seconds after it, or at the end of the log. */
  readonly recoveredVolts: number;
  /** It runs: the volts stand above those at rest. */
  readonly ran: boolean;
}

export type CrankTraceAnswer =
  | { readonly ok: true; readonly starts: readonly CrankFound[] }
  | { readonly ok: false; readonly why: string };

/** Slower than this a start is over before it is seen. */
const MAX_STEP_SECONDS = 0.11;
/** Under rest by so much of 12 V, it turns. */
const TURNS_VOLTS = 0.8;
/** A gap so short is one stroke of the engine. */
const STROKE_SECONDS = 0.3;
/** The rush into a starter that does not turn yet. */
const INRUSH_SECONDS = 0.15;
const LEAST_SECONDS = 0.2;
const RUNS_VOLTS = 0.3;

const median = (values: readonly number[]): number => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)]!;
};

/**
 * The starts in a log of a battery's volts: rest before, dip, plateau, length and recovery of each.
 * Needs ten samples a second and half a second at rest; says why where it has no answer.
 */
export function startsIn({ seconds, volts }: CrankTrace, cells: number): CrankTraceAnswer {
  const n = Math.min(seconds.length, volts.length);
  const no = (why: string): CrankTraceAnswer => ({ ok: false, why });
  if (n < 10) return no(t`The log is too short: half a second at rest, then the start.`);
  const steps = Array.from({ length: n - 1 }, (_, i) => seconds[i + 1]! - seconds[i]!);
  if (median(steps) > MAX_STEP_SECONDS)
    return no(t`Ten samples a second at least: slower, and the start falls between them.`);
  const scale = cells / 6;
  const begin = seconds[0]!;
  const first = Array.from({ length: n }, (_, i) => i).filter((i) => seconds[i]! - begin < 0.5);
  const restVolts = median(first.map((i) => volts[i]!));
  const turning: [from: number, to: number][] = [];
  for (let i = 0; i < n; i++) {
    if (volts[i]! > restVolts - TURNS_VOLTS * scale) continue;
    const last = turning.at(-1);
    if (last && seconds[i]! - seconds[last[1]]! <= STROKE_SECONDS) last[1] = i;
    else turning.push([i, i]);
  }
  const long = turning.filter(([from, to]) => seconds[to]! - seconds[from]! >= LEAST_SECONDS);
  if (long.length === 0)
    return no(t`No start is in it: the volts never fall by what a starter takes.`);
  const starts = long.map(([from, to], k): CrankFound => {
    const turned: number[] = [];
    for (let i = from; i <= to; i++) {
      if (seconds[i]! - seconds[from]! >= INRUSH_SECONDS || to - from < 3) turned.push(volts[i]!);
    }
    const until = long[k + 1]?.[0] ?? n;
    let after = Math.min(to + 1, n - 1);
    while (after + 1 < until && seconds[after]! - seconds[to]! < 2) after++;
    const recoveredVolts = volts[after]!;
    const all = Array.from({ length: to - from + 1 }, (_, i) => volts[from + i]!);
    return {
      beganAt: seconds[from]!,
      restVolts,
      dipVolts: Math.min(...all),
      leastVolts: median(turned.length > 0 ? turned : all),
      seconds: seconds[to]! - seconds[from]!,
      recoveredVolts,
      ran: recoveredVolts > restVolts + RUNS_VOLTS * scale,
    };
  });
  return { ok: true, starts };
}
