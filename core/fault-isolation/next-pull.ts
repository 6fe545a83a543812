import {
  MISREAD,
  OUTCOMES,
  allPulls,
  outcomeIf,
  type Box,
  type Hypothesis,
  type Outcome,
  type Pull,
} from './belief';

const entropy = (p: number) => (p > 0 ? -p * Math.log2(p) : 0);

/** What a pull tells, in bits: the entropy of what is read of it, less that of misreading. */
function told(box: Box, belief: readonly Hypothesis[], pull: Pull, misread: number): number {
  const sums: Record<Outcome, number> = { nothing: 0, part: 0, all: 0 };
  for (const one of belief) sums[outcomeIf(box, pull, one.culprits)] += one.weight;
  const read = OUTCOMES.reduce(
    (sum, one) => sum + entropy((1 - misread) * sums[one] + (misread / 2) * (1 - sums[one])),
    0,
  );
  return read - entropy(1 - misread) - 2 * entropy(misread / 2);
}

/**
 * The fuse to pull next: the one whose outcome tells most about who the culprits are. A main
 * fuse asks about many circuits at once; where it tells as much, a single fuse comes first, since
 * it disturbs less. What was pulled may come again, where one misreading would explain what was
 * seen. Null when nothing is left to learn.
 */
export function nextPull(box: Box, belief: readonly Hypothesis[], misread = MISREAD): Pull | null {
  let best: Pull | null = null;
  let most = 1e-9;
  for (const pull of allPulls(box)) {
    const bits = told(box, belief, pull, misread);
    if (bits > most + 1e-12) {
      most = bits;
      best = pull;
    }
  }
  return best;
}
