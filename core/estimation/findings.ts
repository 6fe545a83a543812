import { msg, withWords } from '../language';
import { MS_PER_DAY } from '../day';
import { chanceOf } from './answers';
import { DRAW, EXCESS, SIZE, sumOf } from './gaussian';
import type { BatteryEstimate } from './learn';
import { normalBelow } from '../normal';

/** What a record may show that chemistry, age and known draw do not explain. */
export const FINDING_KINDS = [
  'loses-faster-connected',
  'loses-faster-disconnected',
  'will-not-come-up',
  'sudden-step',
  'odd-reading',
  'eye-and-meter',
] as const;
export type FindingKind = (typeof FINDING_KINDS)[number];

export interface FindingOfRecord {
  readonly kind: FindingKind;
  /** How likely it is so, 0–1. */
  readonly chance: number;
  /** When it began or was, as far as the record tells; UTC milliseconds. */
  readonly since: number | null;
  /** The reading in question. */
  readonly reading: string | null;
}

/** From this chance on something is said; from the other on it is work to be done. */
export const SAID_FROM = 0.3;
export const ACTED_ON_FROM = 0.4;

/** While connected, a leaking cell is named of its own from this chance on. */
const CELL_TOLD_FROM = 0.6;

/** Something that was on for a while is of interest for so long. */
const DIP_HEARD_DAYS = 35;

/**
 * What the explanations of a record amount to, the likeliest first: those of a chance of at
 * least `least`. Chances of different findings do not make 1 together, since one may come with
 * another.
 */
export function findingsOf(learnt: BatteryEstimate, least = SAID_FROM): FindingOfRecord[] {
  const found: FindingOfRecord[] = [];
  const add = (kind: FindingKind, chance: number, since: number | null, reading: string | null) => {
    if (chance >= least) found.push({ kind, chance, since, reading });
  };
  const recent = (at: number) => learnt.asOf - at < DIP_HEARD_DAYS * MS_PER_DAY;
  const cell = chanceOf(learnt, ({ cause }) => cause === 'cell');
  if (learnt.connected) {
    add(
      'loses-faster-connected',
      chanceOfExcess(learnt),
      sinceOf(learnt, ({ since }) => since),
      null,
    );
  }
  if (!learnt.connected || cell >= CELL_TOLD_FROM) {
    add('loses-faster-disconnected', cell, null, null);
  }
  add(
    'will-not-come-up',
    chanceOf(learnt, ({ weak }) => weak),
    null,
    null,
  );
  const stepped = chanceOf(
    learnt,
    ({ cause, since, dips }) =>
      (cause === 'draw' && since !== null && recent(since)) || dips.some(recent),
  );
  add(
    'sudden-step',
    stepped,
    sinceOf(learnt, ({ since, dips }) => since ?? dips.findLast(recent) ?? null),
    null,
  );
  const outliers = new Set(learnt.explanations.flatMap((one) => one.outliers));
  for (const id of outliers) {
    add(
      'odd-reading',
      chanceOf(learnt, (one) => one.outliers.includes(id)),
      null,
      id,
    );
  }
  return found.sort((a, b) => b.chance - a.chance);
}

/**
 * How likely its vehicle draws more than is known or usual, or a cell does what looks like it:
 * volts of a connected battery do not tell these apart.
 */
function chanceOfExcess(learnt: BatteryEstimate): number {
  const terms = new Float64Array(SIZE);
  terms[DRAW] = 1;
  return learnt.explanations.reduce((sum, { belief, cause, weight }) => {
    terms[EXCESS] = cause === 'none' ? 0 : 1;
    const { mean, variance } = sumOf(belief, terms);
    const sd = Math.sqrt(variance) + 1e-9;
    return sum + weight * normalBelow((mean - learnt.knownDrawMost) / sd);
  }, 0);
}

/** How likely something draws beyond what is known that a draw test would see. */
export const chanceOfAwake = (learnt: BatteryEstimate): number =>
  chanceOf(learnt, ({ cause, asleep }) => cause === 'draw' && !asleep);

/** The instant that the likeliest explanation with one gives. */
function sinceOf(
  learnt: BatteryEstimate,
  of: (one: BatteryEstimate['explanations'][number]) => number | null,
): number | null {
  for (const one of learnt.explanations) {
    const at = of(one);
    if (at !== null) return at;
  }
  return null;
}

/** What each means, in a few words. */
export const FINDING_WORDS: Readonly<Record<FindingKind, string>> = withWords({
  'loses-faster-connected': msg`It loses faster than is explained while it is connected`,
  'loses-faster-disconnected': msg`It loses faster than is explained by itself: a failing cell, or a dirty case`,
  'will-not-come-up': msg`It does not come up to full any more`,
  'sudden-step': msg`Something was left on, or began to draw, all of a sudden`,
  'odd-reading': msg`A reading that fits nothing: the wrong battery, or mistyped`,
  'eye-and-meter': msg`Its eye and the meter disagree`,
});

/** The one check that settles each. Common practice. */
const SETTLED_BY: Readonly<Record<FindingKind, string>> = withWords({
  'loses-faster-connected': msg`Measure its draw, settled, and find the circuit if it is over the limit.`,
  'loses-faster-disconnected': msg`Clean and dry the case, read again in a week; where caps open, a hydrometer in each cell.`,
  'will-not-come-up': msg`Charge it full, let it rest a day, read, then load test it.`,
  'sudden-step': msg`Look for what was left on; then measure its draw.`,
  'odd-reading': msg`Read again, bright metal, another spot: is it this battery, and the whole of it?`,
  'eye-and-meter': msg`Believe the meter; where caps open, a hydrometer in each cell.`,
});

export const settleBy = (kind: FindingKind): string => SETTLED_BY[kind];
