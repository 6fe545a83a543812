import { allPulls, outcomeIf, type Box, type Hypothesis, type Outcome, type Pull } from './belief';

const entropy = (p: number) => (p > 0 ? -p * Math.log2(p) : 0);

/** What a pull tells, in bits: the entropy of its outcome. */
function told(box: Box, belief: readonly Hypothesis[], pull: Pull): number {
  const sums: Record<Outcome, number> = { nothing: 0, part: 0, all: 0 };
  for (const one of belief) sums[outcomeIf(box, pull, one.culprits)] += one.weight;
  return entropy(sums.nothing) + entropy(sums.part) + entropy(sums.all);
}

/**
 * The fuse to pull next: the one whose outcome tells most about who the culprits are. A main
 * fuse asks about many circuits at once; where it tells as much, a single fuse comes first, since
 * it disturbs less. Null when nothing is left to learn.
 */
export function nextPull(box: Box, belief: readonly Hypothesis[]): Pull | null {
  let best: Pull | null = null;
  let most = 1e-9;
  for (const pull of allPulls(box)) {
    const bits = told(box, belief, pull);
    if (bits > most + 1e-12) {
      most = bits;
      best = pull;
    }
  }
  return best;
}
