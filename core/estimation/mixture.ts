import { Z90, type Estimate } from '../estimate';
import { normalBelow } from '../normal';
import { sumOf, type Gaussian } from './gaussian';

// Looked up once: these stand in the innermost loops.
const maths = Math;

interface Weighted {
  readonly weight: number;
  readonly belief: Gaussian;
}

/**
 * Median and 90 % range of a weighted sum of the unknowns over several explanations; the sum
 * that is asked for may differ from one to another. By bisection on the distribution. What cannot
 * be more than `most` is not: the distribution is that of what is left.
 */
export function spreadOf<T extends Weighted>(
  explanations: readonly T[],
  weightsOf: (one: T) => ArrayLike<number>,
  most = Infinity,
): Estimate {
  const parts = explanations.map((one) => {
    const { mean, variance } = sumOf(one.belief, weightsOf(one));
    return { weight: one.weight, mean, sd: maths.sqrt(variance) };
  });
  return quantilesOf(parts, most);
}

/** Standard deviations beyond which there is nothing to speak of. */
const NEVER_OVER = 4;

export interface Part {
  readonly weight: number;
  readonly mean: number;
  readonly sd: number;
}

/** Median and 90 % range of a mixture of normal distributions, cut off at `most`. */
export function quantilesOf(parts: readonly Part[], most = Infinity): Estimate {
  const first = parts[0]!;
  const alone = parts.length === 1 || first.weight > 0.9999;
  if (alone && first.mean + NEVER_OVER * first.sd < most) {
    const { mean, sd } = first;
    return { value: mean, low: mean - Z90 * sd, high: mean + Z90 * sd };
  }
  const below = (x: number) =>
    parts.reduce(
      (sum, { weight, mean, sd }) =>
        sum + weight * (sd > 1e-12 ? normalBelow((x - mean) / sd) : x >= mean ? 1 : 0),
      0,
    );
  const least = maths.min(...parts.map(({ mean, sd }) => mean - 6 * sd)) - 1e-9;
  const top = maths.min(most, maths.max(...parts.map(({ mean, sd }) => mean + 6 * sd)) + 1e-9);
  const whole = below(top);
  // All of it beyond what can be: as much as can be.
  if (whole < 1e-9) return { value: most, low: most, high: most };
  const at = (share: number) => {
    let low = least;
    let high = top;
    for (let i = 0; i < 40 && high - low > 1e-7; i++) {
      const middle = (low + high) / 2;
      if (below(middle) < share * whole) low = middle;
      else high = middle;
    }
    return (low + high) / 2;
  };
  return { value: at(0.5), low: at(0.05), high: at(0.95) };
}
