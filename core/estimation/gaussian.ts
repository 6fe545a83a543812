// Looked up once: these stand in the innermost loops.
const maths = Math;
const Numbers = Float64Array;

/**
 * What is unknown of a battery, in this order: its charge now (percent of what it can hold), the
 * steady offset of its readings (volts), how much steeper its voltage runs than the scale (a
 * share), by how much it bulges over it half-way (volts), and its losses: the vehicle's draw (percent a day), self-discharge (percent in 30 days
 * at 20 °C), and what comes on top of both (percent a day).
 */
export const CHARGE = 0;
export const OFFSET = 1;
export const STEEPER = 2;
export const BULGE = 3;
export const DRAW = 4;
export const SELF = 5;
export const EXCESS = 6;
export const SIZE = 7;

/** A belief about all of them together: means, and covariances row by row. */
export interface Gaussian {
  readonly mean: Float64Array;
  readonly cov: Float64Array;
}

/** Independent beliefs, by mean and standard deviation. */
export function independent(rows: readonly (readonly [mean: number, sd: number])[]): Gaussian {
  const mean = new Numbers(SIZE);
  const cov = new Numbers(SIZE * SIZE);
  rows.forEach(([value, sd], i) => {
    mean[i] = value;
    cov[i * SIZE + i] = sd * sd;
  });
  return { mean, cov };
}

export const copyOf = ({ mean, cov }: Gaussian): Gaussian => ({
  mean: mean.slice(),
  cov: cov.slice(),
});

/** Forgets one of them and believes something else of it, on its own. Changes the belief. */
export function resetComponent(
  { mean, cov }: Gaussian,
  i: number,
  value: number,
  sd: number,
): void {
  for (let j = 0; j < SIZE; j++) cov[i * SIZE + j] = cov[j * SIZE + i] = 0;
  mean[i] = value;
  cov[i * SIZE + i] = sd * sd;
}

/**
 * The charge after it has changed by `weights` times the others and by `shift`, with a doubt
 * of its own. Changes the belief.
 */
export function predict(
  { mean, cov }: Gaussian,
  weights: readonly (readonly [of: number, by: number])[],
  shift: number,
  variance: number,
): void {
  for (const [of, by] of weights) mean[CHARGE] = mean[CHARGE]! + by * mean[of]!;
  mean[CHARGE] = mean[CHARGE]! + shift;
  // The new first row: F·P, then its own variance by F once more.
  const row = cov.slice(0, SIZE);
  for (const [of, by] of weights) {
    for (let j = 0; j < SIZE; j++) row[j] = row[j]! + by * cov[of * SIZE + j]!;
  }
  let own = row[CHARGE]!;
  for (const [of, by] of weights) own += by * row[of]!;
  for (let j = 1; j < SIZE; j++) cov[j] = cov[j * SIZE] = row[j]!;
  cov[0] = own + variance;
}

/** Mean and variance of a weighted sum of them. */
export function sumOf(
  { mean, cov }: Gaussian,
  weights: ArrayLike<number>,
): { mean: number; variance: number } {
  let value = 0;
  let variance = 0;
  for (let i = 0; i < SIZE; i++) {
    const by = weights[i]!;
    if (by === 0) continue;
    value += by * mean[i]!;
    for (let j = 0; j < SIZE; j++) variance += by * weights[j]! * cov[i * SIZE + j]!;
  }
  return { mean: value, variance: maths.max(0, variance) };
}

/**
 * Learns that a weighted sum of them, seen with a doubt of `variance`, is off by `surprise` from
 * what was believed (Kalman's update). Changes the belief; answers the logarithm of how likely
 * that was.
 */
export function measurementUpdate(
  { mean, cov }: Gaussian,
  weights: Float64Array,
  surprise: number,
  variance: number,
): number {
  const gain = new Numbers(SIZE);
  let spread = variance;
  for (let i = 0; i < SIZE; i++) {
    let sum = 0;
    for (let j = 0; j < SIZE; j++) sum += cov[i * SIZE + j]! * weights[j]!;
    gain[i] = sum;
    spread += weights[i]! * sum;
  }
  for (let i = 0; i < SIZE; i++) {
    mean[i] = mean[i]! + (gain[i]! * surprise) / spread;
    for (let j = 0; j < SIZE; j++) {
      cov[i * SIZE + j] = cov[i * SIZE + j]! - (gain[i]! * gain[j]!) / spread;
    }
  }
  return -0.5 * ((surprise * surprise) / spread + maths.log(2 * maths.PI * spread));
}

/** Lower triangle whose product with itself is the covariance (Cholesky); zero where nothing varies. */
export function rootOf({ cov }: Gaussian): Float64Array {
  const root = new Numbers(SIZE * SIZE);
  for (let i = 0; i < SIZE; i++) {
    for (let j = 0; j <= i; j++) {
      let sum = cov[i * SIZE + j]!;
      for (let k = 0; k < j; k++) sum -= root[i * SIZE + k]! * root[j * SIZE + k]!;
      if (i === j) root[i * SIZE + i] = sum > 1e-14 ? maths.sqrt(sum) : 0;
      else root[i * SIZE + j] = root[j * SIZE + j]! > 0 ? sum / root[j * SIZE + j]! : 0;
    }
  }
  return root;
}
