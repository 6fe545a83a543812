import { UNFUSED, type LoadKind } from './loads';

/** Stands for a culprit behind no fuse. */
export const BEHIND_NONE = -1;

/** A fuse box as the hunt sees it. */
export interface Box {
  /** What hangs on each circuit, in the order of the list. */
  readonly circuits: readonly LoadKind[];
  /** Main fuses: which circuits each of them feeds. */
  readonly feeders: readonly (readonly number[])[];
}

/** One way in which it may be: the circuits that draw too much, one or two. */
export interface Hypothesis {
  readonly culprits: readonly number[];
  readonly weight: number;
}

/** What a pull did to the draw that is too much. */
export const OUTCOMES = ['nothing', 'part', 'all'] as const;
export type Outcome = (typeof OUTCOMES)[number];

/** A pull: of one fuse, or of a main fuse with all that it feeds. */
export interface Pull {
  readonly kind: 'circuit' | 'feeder';
  readonly index: number;
}

/** How much rarer two culprits are than one; our own assumption. */
const TWO_AGAINST_ONE = 0.12;

/** Logarithm of a log-normal density, up to a constant. */
function density(ma: number, middle: number, sd: number): number {
  const z = Math.log(ma / middle) / sd;
  return Math.exp(-0.5 * z * z) / sd;
}

/** A sum of two log-normal currents as one with the same mean and variance (Fenton 1960). */
function together(a: LoadKind, b: LoadKind): { middle: number; sd: number } {
  const parts = [a, b].map(({ usualMa, factor }) => {
    const s2 = Math.log(factor) ** 2;
    const mean = usualMa * Math.exp(s2 / 2);
    return { mean, variance: mean * mean * (Math.exp(s2) - 1) };
  });
  const mean = parts[0]!.mean + parts[1]!.mean;
  const s2 = Math.log(1 + (parts[0]!.variance + parts[1]!.variance) / (mean * mean));
  return { middle: mean * Math.exp(-s2 / 2), sd: Math.sqrt(s2) };
}

/**
 * All that it may be, before the first pull: one circuit, two, or something behind no fuse, each
 * as likely as such loads are culprits, and as they would draw what is too much. `excessMa` is
 * the settled draw less what the vehicle needs, milliamps, over 0; null: unknown.
 */
export function hypotheses(box: Box, excessMa: number | null): Hypothesis[] {
  const kinds = [
    ...box.circuits.map((kind, i) => [i, kind] as const),
    [BEHIND_NONE, UNFUSED] as const,
  ];
  const total = kinds.reduce((sum, [, { weight }]) => sum + weight, 0);
  const found: Hypothesis[] = kinds.map(([i, kind]) => ({
    culprits: [i],
    weight:
      (kind.weight / total) *
      (excessMa === null ? 1 : density(excessMa, kind.usualMa, Math.log(kind.factor))),
  }));
  for (let a = 0; a < kinds.length; a++) {
    for (let b = a + 1; b < kinds.length; b++) {
      const [i, first] = kinds[a]!;
      const [j, second] = kinds[b]!;
      const sum = together(first, second);
      found.push({
        culprits: [i, j],
        weight:
          TWO_AGAINST_ONE *
          ((2 * first.weight * second.weight) / (total * total)) *
          (excessMa === null ? 1 : density(excessMa, sum.middle, sum.sd)),
      });
    }
  }
  return normalised(found);
}

function normalised(all: readonly Hypothesis[]): Hypothesis[] {
  if (all.length === 0) return [];
  const total = all.reduce((sum, one) => sum + one.weight, 0);
  return all.map((one) => ({ ...one, weight: one.weight / total }));
}

/** The circuits that a pull takes away. */
export const taken = (box: Box, pull: Pull): readonly number[] =>
  pull.kind === 'circuit' ? [pull.index] : box.feeders[pull.index]!;

/** What a pull would do if it were so. */
export function outcomeIf(box: Box, pull: Pull, culprits: readonly number[]): Outcome {
  const gone = taken(box, pull);
  const hit = culprits.filter((one) => gone.includes(one)).length;
  return hit === 0 ? 'nothing' : hit === culprits.length ? 'all' : 'part';
}

/**
 * So often a pull is misread: a fuse that was not quite out, something that woke or slept in that
 * very second, a slip in the list. Our own assumption; independent from pull to pull, so that the
 * same pull once more tells something.
 */
export const MISREAD = 0.03;
/** Less likely than this, it is not gone on with. */
const LEAST = 1e-12;

/**
 * What it may be, after a pull did what it did. A pull may have been misread: what does not fit it
 * is less likely, and not impossible. With `misread` 0 that is left out, and none may be left.
 */
export function after(
  box: Box,
  belief: readonly Hypothesis[],
  pull: Pull,
  outcome: Outcome,
  misread = MISREAD,
): Hypothesis[] {
  const fit = belief.map((one) => outcomeIf(box, pull, one.culprits) === outcome);
  const weighed = belief.map((one, i) => ({
    ...one,
    weight: one.weight * (fit[i] ? 1 - misread : misread / 2),
  }));
  if (misread === 0) return normalised(weighed.filter((_, i) => fit[i]));
  return normalised(normalised(weighed).filter(({ weight }) => weight > LEAST));
}

/** The likeliest way in which it may be. */
export const likeliest = (belief: readonly Hypothesis[]): Hypothesis =>
  belief.reduce((best, one) => (one.weight > best.weight ? one : best), belief[0]!);

/** Chance that each circuit is a culprit, and that something behind no fuse is. */
export function chances(box: Box, belief: readonly Hypothesis[]) {
  const circuits = new Float64Array(box.circuits.length);
  let unfused = 0;
  for (const { culprits, weight } of belief) {
    for (const one of culprits) {
      if (one === BEHIND_NONE) unfused += weight;
      else circuits[one]! += weight;
    }
  }
  return { circuits, unfused };
}

/** From this chance on nobody need pull another fuse. Our own choice. */
const SURE = 0.97;

/** Every culprit is known, as surely as pulls tell. */
export const isFound = (belief: readonly Hypothesis[], sure = SURE) =>
  belief.length > 0 && likeliest(belief).weight >= sure;

export const allPulls = (box: Box): Pull[] => [
  ...box.circuits.map((_, index): Pull => ({ kind: 'circuit', index })),
  ...box.feeders.map((_, index): Pull => ({ kind: 'feeder', index })),
];
