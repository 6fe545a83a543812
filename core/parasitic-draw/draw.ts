import { estimate, type Estimate } from '../estimate';
import { findBeat, smoothed } from './beat';
import {
  courseOf,
  isFall,
  longestRecurring,
  reportsOf,
  unevenOf,
  type Burst,
  type Uneven,
} from './course';
import { openStretches, overRanges, type Handling } from './handling';
import { levelsOf, toleranceMa, type Level } from './levels';
import { chanceSettled, worthWaiting, type SettledQuestion } from './settled';
import { lastMark, type Mark } from './marks';
import { MIN_SAMPLES, indexAt, medianOf, numbersIn, slice, type Trace } from './trace';

/** A part of the draw that comes and goes by the clock. */
export interface Periodic {
  readonly everySeconds: number;
  readonly lastsSeconds: number;
  /** While it is on, above the rest. */
  readonly milliamps: number;
  /** What it amounts to on the average. */
  readonly meanMa: number;
  /** How often it was seen. */
  readonly count: number;
}

/** What a logged current says about a parked vehicle. */
export interface DrawAnalysis {
  /**
   * The mean with its periodic part, milliamps, at 90 %. While it is still awake: what flows
   * now, with a lower bound of nothing.
   */
  readonly settledMa: Estimate;
  /** Seconds of the trace from which nothing fell asleep any more; null while awake. */
  readonly settledAt: number | null;
  /** Chance that nothing will fall asleep any more, 0 … 1. */
  readonly chanceSettled: number;
  /** Seconds until it will be called settled, if nothing changes; 0 when it is, null: unknown. */
  readonly worthWaitingSeconds: number | null;
  /** The way down, bursts left out. */
  readonly levels: readonly Level[];
  readonly periodic: Periodic | null;
  /** What else came and went at least twice, neither even nor alike; counted in as well. */
  readonly uneven: Uneven | null;
  /** A burst that came once, and is not counted. */
  readonly bursts: readonly Burst[];
  /** Seconds from which on it was watched at rest, gaps left out: what wakes less often was not seen. */
  readonly watchedSeconds: number;
  /** The meter's last digit, milliamps: no figure of it is finer. */
  readonly digitMa: number;
  readonly handling: readonly Handling[];
  /** Seconds from which it counts: after the last waking or handling. */
  readonly countedFrom: number;
  readonly countedTo: number;
  /** Seconds from which it has been at its last level, settled or not. */
  readonly unchangedSince: number;
  /** What the chance was computed from. */
  readonly question: SettledQuestion;
}

/** From this chance on it is called settled. */
export const SETTLED_CHANCE = 0.98;

/** A series meter's own error as a share, and the least that it tells apart, milliamps. */
const METER_SHARE = 0.006;
const METER_MA = 0.1;

/**
 * Judges a logged current: levels as control units fall asleep, what comes and goes by the
 * clock, whether and since when it has settled and how sure that is, and what was done to meter
 * and vehicle meanwhile. The trace must have passed `traceProblem`.
 *
 * Settled means: it stays within 1 mA or 3 % of its last level, whichever is more. Where the
 * attendant marked when the jumper went away and came back, only what lies between counts.
 */
export function analyseDraw(logged: Trace, marks: readonly Mark[] = []): DrawAnalysis {
  const whole = between(logged, marks);
  const gaps = gapsOf(whole);
  const handling: Handling[] = [...overRanges(whole), ...gaps];
  const trace = upright(whole, handling);
  const beat = findBeat(trace);
  const levels = beat
    ? levelsOf(smoothed(trace, beat.everySeconds), 1000 * beat.blurAmps)
    : levelsOf(trace);
  const opens = openStretches(levels);
  handling.push(...opens);

  const end = trace.seconds[trace.seconds.length - 1]!;
  const last = opens.at(-1);
  const openNow = last?.kind === 'open' && last.until >= end;
  const countedTo = openNow ? last.at : end;
  const opened = opens.filter((one) => one.kind === 'open' && one.until < end).at(-1);
  const afterOpen = opened?.kind === 'open' ? opened.until : trace.seconds[0]!;
  const counted = levels.filter((one) => one.from >= afterOpen && one.to <= countedTo);
  const phases = counted.length ? counted : levels;
  // What wakes by itself belongs to what it draws.
  const { base, bursts, wakings } = courseOf(phases, longestRecurring(courseOf(phases).wakings));

  for (const waking of wakings) {
    const before = base.filter((one) => one.to <= waking.at);
    const fell = before.some((one, k) => k > 0 && isFall(before[k - 1]!, one));
    const from = before.at(-1)!.milliamps;
    handling.push(
      !fell && before[0]!.from === trace.seconds[0]! && waking === wakings[0]
        ? { kind: 'jumper-pulled', at: waking.at, fromMa: from, toMa: from + waking.milliamps }
        : { kind: 'woke', at: waking.at, milliamps: waking.milliamps },
    );
  }
  const countedFrom = Math.max(afterOpen, wakings.at(-1)?.at ?? -Infinity);
  const phase = base.filter((one) => one.from >= countedFrom);
  const steps = phase.filter((one, k) => k > 0 && isFall(phase[k - 1]!, one));
  if (steps.length === 0 && wakings.length === 0) {
    handling.push({ kind: 'began-low', milliamps: phase[0]!.milliamps });
  }

  const final = finalLevel(phase);
  const since = settledSince(phase, final);
  const recent = bursts.filter((one) => one.from >= countedFrom);
  const reports = reportsOf(recent);
  const others = reports ? recent.filter((one) => !belongs(one, reports.milliamps)) : recent;
  const uneven = unevenOf(others);
  const periodic = beat ? beating(beat, trace, since, countedTo) : reports && reporting(reports);
  // A beat's mean is in the level itself; reports stand above it.
  const mean = final + (beat || !periodic ? 0 : periodic.meanMa) + (uneven?.meanMa ?? 0);
  const digitMa = digitOf(whole);

  const question = {
    levelMa: final,
    unchangedSeconds: watched(gaps, since, countedTo),
    awakeSeconds: watched(gaps, countedFrom, countedTo),
    steps: steps.length,
  };
  const chance = chanceSettled(question);
  const settled = chance >= SETTLED_CHANCE;
  const sd = Math.hypot(
    METER_MA / 2,
    // Anywhere within its last digit.
    digitMa / Math.sqrt(12),
    METER_SHARE * mean,
    periodic && !beat ? (periodic.meanMa * 0.25) / Math.sqrt(periodic.count) : 0,
    uneven?.sdMa ?? 0,
  );
  const range = estimate(mean, sd);
  return {
    settledMa: settled
      ? { ...range, low: Math.max(0, range.low) }
      : { value: mean, low: 0, high: range.high },
    settledAt: settled ? since : null,
    chanceSettled: chance,
    worthWaitingSeconds: settled ? 0 : worthWaiting(question, SETTLED_CHANCE),
    levels: joined(phase.length < base.length ? base : phase),
    periodic,
    uneven,
    bursts: uneven ? [] : others,
    watchedSeconds: question.unchangedSeconds,
    digitMa,
    handling,
    countedFrom,
    countedTo,
    unchangedSince: since,
    question,
  };
}

/** A meter logs this evenly at least; where more time lies between two samples, nobody looked. */
const LONGEST_STEP_SECONDS = 60;

type Gap = Extract<Handling, { kind: 'gap' }>;

/** Where nothing was logged for longer than the log's own pace explains. */
function gapsOf({ seconds }: Trace): Gap[] {
  const steps = seconds.slice(1).map((at, i) => at - seconds[i]!);
  const most = Math.max(LONGEST_STEP_SECONDS, 10 * medianOf(steps.slice()));
  const gaps: Gap[] = [];
  steps.forEach((step, i) => {
    if (step > most) gaps.push({ kind: 'gap', at: seconds[i]!, until: seconds[i + 1]! });
  });
  return gaps;
}

/** Seconds between two instants in which somebody looked. */
const watched = (gaps: readonly Gap[], from: number, to: number): number =>
  gaps.reduce(
    (left, { at, until }) => left - Math.max(0, Math.min(until, to) - Math.max(at, from)),
    to - from,
  );

/** Last digits that meters have, milliamps, the coarsest first. */
const DIGITS_MA = [100, 10, 1, 0.1, 0.01];

/** The meter's last digit, milliamps: the coarsest of which all its figures are whole multiples; 0: finer. */
function digitOf({ amps }: Trace): number {
  const isWhole = (digit: number) =>
    amps.every((value) => {
      const times = (1000 * value) / digit;
      return Number.isNaN(value) || Math.abs(times - Math.round(times)) < 1e-4;
    });
  return DIGITS_MA.find(isWhole) ?? 0;
}

/** What was logged while the jumper was away, as far as it was marked. */
function between(trace: Trace, marks: readonly Mark[]): Trace {
  const off = lastMark(marks, 'jumper-off')?.at ?? -Infinity;
  const back = lastMark(marks, 'jumper-back')?.at ?? Infinity;
  const from = indexAt(trace.seconds, off);
  // A pulled fuse is the hunt's business: what was settled was settled before.
  const pulled = marks.find((mark) => mark.kind === 'pull' && mark.at > off)?.at ?? Infinity;
  const to = indexAt(trace.seconds, Math.min(back > off ? back : Infinity, pulled));
  // Marked, but not logged yet, or over-range ever since: the whole is all there is.
  const part = slice(trace, from, Math.max(from, to));
  return numbersIn(part.amps) >= MIN_SAMPLES ? part : trace;
}

const belongs = (one: Burst, milliamps: number) =>
  Math.abs(one.milliamps - milliamps) <= 0.5 * milliamps + 2;

/** Leads the wrong way round are turned, and said. */
function upright(trace: Trace, handling: Handling[]): Trace {
  let sum = 0;
  let most = 0;
  for (const value of trace.amps) {
    if (value !== value) continue;
    sum += value;
    most = Math.max(most, Math.abs(value));
  }
  if (sum >= 0 || -sum < 0.5 * most) return trace;
  handling.push({ kind: 'reversed' });
  return { seconds: trace.seconds, amps: trace.amps.map((value) => -value) };
}

/** The level at the end: a mean over its last stretches that are within tolerance of it. */
function finalLevel(phase: readonly Level[]): number {
  let charge = 0;
  let time = 0;
  let k = phase.length - 1;
  const { milliamps } = phase[k]!;
  // The very last piece may be a second long: what it tells is checked against those before.
  for (; k >= 0; k--) {
    const level = phase[k]!;
    if (time > 0 && Math.abs(level.milliamps - milliamps) > 0.5 * toleranceMa(milliamps)) break;
    charge += level.milliamps * (level.to - level.from);
    time += level.to - level.from;
  }
  return charge / time;
}

/** Seconds from which every level stays near the last. */
function settledSince(phase: readonly Level[], final: number): number {
  const tolerance = toleranceMa(final);
  let since = phase[phase.length - 1]!.from;
  for (let k = phase.length - 1; k >= 0; k--) {
    if (Math.abs(phase[k]!.milliamps - final) > tolerance) break;
    since = phase[k]!.from;
  }
  return since;
}

/** Neighbours that differ by less than matters, as one. */
function joined(levels: readonly Level[]): Level[] {
  const out: Level[] = [];
  for (const level of levels) {
    const last = out[out.length - 1];
    if (!last || Math.abs(last.milliamps - level.milliamps) > toleranceMa(level.milliamps)) {
      out.push(level);
      continue;
    }
    const time = level.to - last.from;
    const milliamps =
      (last.milliamps * (last.to - last.from) + level.milliamps * (level.to - level.from)) /
      (last.to - last.from + level.to - level.from);
    out[out.length - 1] = { from: last.from, to: last.from + time, milliamps };
  }
  return out;
}

function reporting(reports: NonNullable<ReturnType<typeof reportsOf>>): Periodic {
  return {
    ...reports,
    meanMa: (reports.milliamps * reports.lastsSeconds) / reports.everySeconds,
  };
}

function beating(
  beat: NonNullable<ReturnType<typeof findBeat>>,
  trace: Trace,
  since: number,
  to: number,
): Periodic {
  const { amps } = slice(trace, indexAt(trace.seconds, since), indexAt(trace.seconds, to));
  const low = amps.slice().sort();
  const dark = low[Math.floor(low.length * 0.05)]! || 0;
  const half = dark + beat.swing / 2;
  let on = 0;
  let charge = 0;
  for (const value of amps) {
    if (value > half) on++;
    charge += value - dark;
  }
  return {
    everySeconds: beat.everySeconds,
    lastsSeconds: (beat.everySeconds * on) / Math.max(1, amps.length),
    milliamps: 1000 * beat.swing,
    meanMa: (1000 * charge) / Math.max(1, amps.length),
    count: Math.floor((to - since) / beat.everySeconds),
  };
}
