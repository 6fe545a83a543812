import { toleranceMa, type Level } from './levels';

/** A time for which more flowed, and then no longer. */
export interface Burst {
  readonly from: number;
  readonly to: number;
  /** Mean above the level before and after, milliamps. */
  readonly milliamps: number;
}

/** Something woke, and went to sleep again: longer than a burst. */
export interface Waking {
  readonly at: number;
  /** By how much it rose, milliamps. */
  readonly milliamps: number;
  /** When it slept again; null: it is still up at the end of the trace. */
  readonly until: number | null;
}

/** The way down of a parked vehicle: its level, without what comes and goes. */
export interface Course {
  /** Levels of the base, oldest first; bursts are bridged by the level beneath. */
  readonly base: readonly Level[];
  readonly bursts: readonly Burst[];
  readonly wakings: readonly Waking[];
}

/** A report seldom lasts longer; what does is a waking. */
export const LONGEST_BURST_SECONDS = 45;

/**
 * Tells the levels of a trace apart: steps down are control units that sleep; a rise that is
 * back within three quarters of a minute (`longestSeconds`) is a burst; any other rise is a waking.
 */
export function courseOf(levels: readonly Level[], longestSeconds = LONGEST_BURST_SECONDS): Course {
  const base: Level[] = [];
  const bursts: Burst[] = [];
  const wakings: Waking[] = [];
  let k = 0;
  while (k < levels.length) {
    const level = levels[k]!;
    const last = base[base.length - 1];
    const rise = last ? level.milliamps - last.milliamps : 0;
    if (last && isDip(levels, k, last.milliamps)) {
      base.push({ ...level, milliamps: last.milliamps });
      k++;
      continue;
    }
    if (!last || rise <= toleranceMa(last.milliamps)) {
      base.push(level);
      k++;
      continue;
    }
    const back = returnsAt(levels, k, last.milliamps);
    const to = levels[back ?? levels.length - 1]!;
    const end = back === null ? to.to : to.from;
    // What comes back to another level than it left, where nothing had fallen yet, is the way
    // down itself: the jumper was away only then.
    const steady =
      back === null || levels[back]!.milliamps > last.milliamps - toleranceMa(last.milliamps);
    const fell = base.some((one, i) => i > 0 && isFall(base[i - 1]!, one));
    if (end - level.from <= longestSeconds && (steady || fell)) {
      // The newest burst may not be over yet.
      bursts.push({ from: level.from, to: end, milliamps: over(levels, k, back, last.milliamps) });
      base.push({ from: level.from, to: end, milliamps: last.milliamps });
      k = back ?? levels.length;
      continue;
    }
    wakings.push({ at: level.from, milliamps: rise, until: back === null ? null : end });
    base.push(level);
    k++;
  }
  return { base, bursts, wakings };
}

/** A step down that matters: something fell asleep. */
export const isFall = (before: Level, after: Level) =>
  before.milliamps - after.milliamps > toleranceMa(after.milliamps);

/** Nothing of a vehicle draws less for a moment: a contact that slipped, or a spike. */
const LONGEST_DIP_SECONDS = 3;

function isDip(levels: readonly Level[], k: number, before: number): boolean {
  const level = levels[k]!;
  const after = levels[k + 1];
  if (!after || level.to - level.from > LONGEST_DIP_SECONDS) return false;
  return level.milliamps < before && Math.abs(after.milliamps - before) <= toleranceMa(before) / 2;
}

/** The first level from `k` on that is back at `milliamps` or beneath. */
function returnsAt(levels: readonly Level[], k: number, milliamps: number): number | null {
  for (let at = k; at < levels.length; at++) {
    if (levels[at]!.milliamps <= milliamps + toleranceMa(milliamps)) return at;
  }
  return null;
}

function over(levels: readonly Level[], k: number, back: number | null, beneath: number): number {
  let charge = 0;
  let time = 0;
  for (let at = k; at < (back ?? levels.length); at++) {
    const { from, to, milliamps } = levels[at]!;
    charge += (milliamps - beneath) * (to - from);
    time += to - from;
  }
  return charge / time;
}

/**
 * How long a waking may last and still be one of those that come by themselves: where it woke and
 * slept again at least twice, the longest of them; else no longer than a burst, since one alone is
 * a door that somebody opened.
 */
export function longestRecurring(wakings: readonly Waking[]): number {
  const slept = wakings.flatMap(({ at, until }) => (until === null ? [] : [until - at]));
  return slept.length < 2 ? LONGEST_BURST_SECONDS : Math.max(LONGEST_BURST_SECONDS, ...slept);
}

/** Loads that come and go without being even or alike: what they amount to on the average. */
export interface Uneven {
  readonly count: number;
  readonly meanMa: number;
  /** Standard deviation of that mean: few of them tell little. */
  readonly sdMa: number;
}

/**
 * What bursts amount to whatever their shape and times, by the charge of each and the time from one
 * to the next; null for fewer than two. Of two, the one interval counts with a doubt as large as
 * itself (times at random are exponential); with more, by how much they scatter.
 */
export function unevenOf(bursts: readonly Burst[]): Uneven | null {
  const n = bursts.length - 1;
  if (n < 1) return null;
  const gaps = bursts.slice(1).map((one, i) => one.from - bursts[i]!.from);
  const charges = bursts.map(({ milliamps, from, to }) => milliamps * (to - from));
  const meanOf = (list: readonly number[]) => list.reduce((sum, one) => sum + one, 0) / list.length;
  const shareOf = (list: readonly number[]) => {
    const mean = meanOf(list);
    const square = list.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (list.length - 1);
    return list.length < 3 ? 1 : Math.sqrt(square) / mean;
  };
  const meanMa = meanOf(charges) / meanOf(gaps);
  const share = Math.hypot(shareOf(gaps), charges.length < 3 ? 0 : shareOf(charges));
  return { count: bursts.length, meanMa, sdMa: (meanMa * Math.max(0.1, share)) / Math.sqrt(n) };
}

/** A load that comes back at even intervals, as a tracker's report does. */
export interface Reports {
  readonly everySeconds: number;
  readonly lastsSeconds: number;
  readonly milliamps: number;
  readonly count: number;
}

/**
 * The regular ones among the bursts: the longest run of alike bursts (within half of each other)
 * whose times fit one interval within a tenth of it, some of them missed; null for fewer than
 * two. With two, the interval is what lies between them.
 */
export function reportsOf(bursts: readonly Burst[]): Reports | null {
  let best: Reports | null = null;
  for (const model of bursts) {
    const alike = bursts.filter((one) => isAlike(one, model));
    const found = alike.length >= 2 ? evenly(alike) : null;
    if (found && (!best || found.count > best.count)) best = found;
  }
  return best;
}

const isAlike = (a: Burst, b: Burst) =>
  Math.abs(a.milliamps - b.milliamps) <= 0.5 * Math.min(a.milliamps, b.milliamps) + 2;

function evenly(bursts: readonly Burst[]): Reports | null {
  const gaps = bursts.slice(1).map((one, i) => one.from - bursts[i]!.from);
  const sorted = [...gaps].sort((a, b) => a - b);
  const middle = sorted[sorted.length >> 1]!;
  // Between two reports one may have been hidden by something larger, never two of three.
  const guesses = [middle, sorted[0]!];
  for (const guess of guesses) {
    const numbers = [0];
    let fits = true;
    for (const gap of gaps) {
      const n = Math.round(gap / guess);
      if (n < 1 || Math.abs(gap - n * guess) > 0.12 * guess) fits = false;
      numbers.push(numbers[numbers.length - 1]! + n);
    }
    if (!fits) continue;
    const everySeconds =
      (bursts[bursts.length - 1]!.from - bursts[0]!.from) / numbers[numbers.length - 1]!;
    const whole = bursts.length > 2 ? bursts.slice(0, -1) : bursts;
    const charge = whole.reduce((sum, one) => sum + one.milliamps * (one.to - one.from), 0);
    const time = whole.reduce((sum, one) => sum + one.to - one.from, 0);
    return {
      everySeconds,
      lastsSeconds: time / whole.length,
      milliamps: charge / time,
      count: bursts.length,
    };
  }
  return null;
}
