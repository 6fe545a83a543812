// Looked up once: it stands in the innermost loops.
const maths = Math;

/**
 * Standard normal distribution function: the chance of a value under `z`, good to 7·10⁻⁸.
 * M. Abramowitz, I. A. Stegun, Handbook of Mathematical Functions, 26.2.17.
 */
export function normalBelow(z: number): number {
  const t = 1 / (1 + 0.2316419 * maths.abs(z));
  const poly =
    t *
    (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const above = maths.exp(-0.5 * z * z) * 0.3989422804014327 * poly;
  return z >= 0 ? 1 - above : above;
}
