import { OUTCOMES, allPulls, outcomeIf, type Box, type Hypothesis } from './belief';

/**
 * The least mean number of pulls until the culprits are known, by exact dynamic programming over
 * what may still be so. Grows fast: meant for boxes of up to ten fuses.
 */
export function leastMeanPulls(box: Box, belief: readonly Hypothesis[]): number {
  const pulls = allPulls(box).map((pull) =>
    belief.map((one) => OUTCOMES.indexOf(outcomeIf(box, pull, one.culprits))),
  );
  const known = new Map<string, number>();
  // Mean pulls times the weight of what is left, so that branches add up.
  const cost = (left: readonly number[]): number => {
    if (left.length <= 1) return 0;
    const key = left.join();
    const found = known.get(key);
    if (found !== undefined) return found;
    const weight = left.reduce((sum, i) => sum + belief[i]!.weight, 0);
    let least = Infinity;
    for (const outcomes of pulls) {
      const branches: number[][] = [[], [], []];
      for (const i of left) branches[outcomes[i]!]!.push(i);
      if (branches.some((branch) => branch.length === left.length)) continue;
      let sum = weight;
      for (const branch of branches) {
        if (sum >= least) break;
        sum += cost(branch);
      }
      least = Math.min(least, sum);
    }
    known.set(key, least);
    return least;
  };
  return cost(belief.map((_, i) => i));
}
