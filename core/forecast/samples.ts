import { CHARGE, DRAW, EXCESS, SELF, SIZE, rootOf, type Gaussian } from '../estimation/gaussian';
import { EARLY_PCT, FULL_PCT } from '../estimation/house';
import { WEAK_FULL_PCT } from '../estimation/happenings';
import type { BatteryEstimate } from '../estimation/learn';
import { normalBelow } from '../normal';
import { evenNormals, normalQuantile } from './normals';

/** What one battery may be, many times over: each draw is one way in which it could be so. */
export interface Samples {
  readonly count: number;
  /** State of charge, percent of what it can hold. */
  readonly socPct: Float64Array;
  /** Of the vehicle while it is connected, percent a day, what nobody measured in it. */
  readonly drawPctPerDay: Float64Array;
  /** Self-discharge, percent a day at 20 °C. */
  readonly selfPctPerDayAt20C: Float64Array;
  /** By which share of itself self-discharge grows in a day of store. */
  readonly growsPerDay: Float64Array;
  /** Of a leaking cell, percent a day. */
  readonly cellPctPerDay: Float64Array;
  /** To what a charge brings it, percent. */
  readonly fullPct: Float64Array;
}

/** So many draws tell a chance of one in ten to within two in a hundred. */
export const DRAWS = 1000;

/**
 * Self-discharge grows in store, as antimony and dirt come to the negative plates: by a share of
 * itself in a month, this one standard deviation of those that are over zero. Our own assumption.
 */
const GROWS_PER_MONTH = 0.1;

/** What came up to so much once comes up to it again, to within this: standard deviation. */
const WEAK_AGAIN_PCT = 4;

/**
 * Draws from what was learnt: each explanation gets its share of them, in proportion to its
 * chance; within it they follow its belief. Losses are not under zero, and nothing is more than
 * full: the beliefs are those of what is left. The same learning gives the same draws.
 */
export function samplePosterior(learnt: BatteryEstimate, count = DRAWS): Samples {
  const draws = {
    count,
    socPct: new Float64Array(count),
    drawPctPerDay: new Float64Array(count),
    selfPctPerDayAt20C: new Float64Array(count),
    growsPerDay: new Float64Array(count),
    cellPctPerDay: new Float64Array(count),
    fullPct: new Float64Array(count),
  };
  const row = SIZE + 2;
  const normals = evenNormals(count, row);
  const values = new Float64Array(SIZE);
  // Scattered, so that no explanation meets the same weather time and again.
  const place = scattered(count);
  let n = 0;
  let share = 0;
  const below = learnt.explanations.map(({ belief }) => belowFull(belief));
  const whole = learnt.explanations.reduce(
    (sum, { weight }, i) => sum + weight * below[i]!.share,
    0,
  );
  for (const [k, { weight, belief, cause, weak, weakPct }] of learnt.explanations.entries()) {
    const full = !weak
      ? soundlyFull(learnt.early)
      : weakPct === null
        ? fullOf(...WEAK_FULL_PCT)
        : fullOf(weakPct, WEAK_AGAIN_PCT);
    const { most, share: under } = below[k]!;
    share += (weight * under) / whole;
    const until = Math.min(count, Math.round(share * count));
    if (n >= until) continue;
    const root = rootOf(belief);
    for (; n < until; n++) {
      const at = place(n);
      // Charge comes first, and the rest goes with it.
      const first = upTo(normals[n * row + CHARGE]!, most, under);
      for (let i = 0; i < SIZE; i++) {
        let value = belief.mean[i]! + root[i * SIZE]! * first;
        for (let j = 1; j <= i; j++) value += root[i * SIZE + j]! * normals[n * row + j]!;
        values[i] = value;
      }
      const excess = Math.max(0, values[EXCESS]!);
      draws.socPct[at] = Math.min(100, values[CHARGE]!);
      draws.drawPctPerDay[at] = Math.max(0, values[DRAW]!) + (cause === 'draw' ? excess : 0);
      draws.selfPctPerDayAt20C[at] = Math.max(0, values[SELF]!) / 30;
      draws.growsPerDay[at] = (GROWS_PER_MONTH / 30) * Math.abs(normals[n * row + SIZE + 1]!);
      draws.cellPctPerDay[at] = cause === 'cell' ? excess : 0;
      draws.fullPct[at] = full(normals[n * row + SIZE]!);
    }
  }
  // Rounding may leave the last few: they follow the likeliest.
  for (let from = 0; n < count; n++, from++) {
    for (const key of [
      'socPct',
      'drawPctPerDay',
      'selfPctPerDayAt20C',
      'growsPerDay',
      'cellPctPerDay',
      'fullPct',
    ] as const) {
      draws[key][place(n)] = draws[key][place(from)]!;
    }
  }
  return draws;
}

/** To what a charge comes on a normal deviate, which nothing takes over full. */
function fullOf(mean: number, sd: number): (deviate: number) => number {
  const most = (100 - mean) / sd;
  const under = normalBelow(most);
  return (deviate) => mean + sd * upTo(deviate, most, under);
}

/** The same of a sound battery, where some chargers stop early: those are the lowest. */
function soundlyFull(early: number): (deviate: number) => number {
  const full = fullOf(...FULL_PCT);
  const short = fullOf(...EARLY_PCT);
  const within = (share: number) => normalQuantile(Math.min(1 - 1e-9, Math.max(1e-9, share)));
  return (deviate) => {
    const share = normalBelow(deviate);
    return share < early
      ? short(within(share / early))
      : full(within((share - early) / (1 - early)));
  };
}

/** How many standard deviations full lies over a belief's charge, and how much of it that leaves. */
function belowFull({ mean, cov }: Gaussian): { most: number; share: number } {
  const most = (100 - mean[CHARGE]!) / Math.sqrt(Math.max(1e-12, cov[CHARGE * SIZE + CHARGE]!));
  return { most, share: Math.max(1e-9, normalBelow(most)) };
}

/** A normal deviate as one of those up to `most`, a `share` of all; in the same order. */
const upTo = (deviate: number, most: number, share: number): number =>
  share > 0.9999
    ? deviate
    : Math.min(most, normalQuantile(Math.max(1e-12, normalBelow(deviate) * share)));

/** Each of `count` places once, far from the one before. */
function scattered(count: number): (n: number) => number {
  const common = (a: number, b: number): number => (b === 0 ? a : common(b, a % b));
  let step = Math.max(1, Math.round(count * 0.6180339887));
  while (common(step, count) !== 1) step++;
  return (n) => (n * step) % count;
}

/** What is lost a day on each draw, at 20 °C and apart from temperature. */
export interface LossDraws {
  /** Percent a day whatever the temperature. */
  readonly steady: Float64Array;
  /** Percent a day at 20 °C, with temperature by Arrhenius. */
  readonly warm: Float64Array;
  /** By which share of itself that grows from day to day. */
  readonly grows: Float64Array;
}

/** Losses of a battery whose negative is on or off. */
export function lossDraws(draws: Samples, connected: boolean): LossDraws {
  const steady = draws.cellPctPerDay.slice();
  if (connected) {
    for (let n = 0; n < draws.count; n++) steady[n] = steady[n]! + draws.drawPctPerDay[n]!;
  }
  return { steady, warm: draws.selfPctPerDayAt20C, grows: draws.growsPerDay };
}
