import type { ScaleAt } from '../battery/state-of-charge';
import { BULGE, CHARGE, OFFSET, SIZE, STEEPER, type Gaussian } from './gaussian';

// Looked up once: these stand in the innermost loops.
const maths = Math;
const Numbers = Float64Array;

/** Volts that a belief foresees at a charge, and how they change with each of the unknowns. */
export function foreseenVolts(
  belief: Gaussian,
  at: ScaleAt,
  expected: number,
  far: number,
): { volts: number; weights: Float64Array } {
  const { mean } = belief;
  const onScale = at.voltsOf(expected);
  const slope = (at.voltsOf(far) - onScale) / (far - expected);
  const underFull = onScale - at.fullVolts;
  const down = maths.min(1.1, maths.max(-0.1, 1 - expected / 100));
  const weights = new Numbers(SIZE);
  // Charge rises as the way down shrinks, and the bulge with it.
  weights[CHARGE] = slope * (1 + mean[STEEPER]!) - (mean[BULGE]! * 4 * (1 - 2 * down)) / 100;
  weights[OFFSET] = 1;
  weights[STEEPER] = underFull;
  weights[BULGE] = 4 * down * (1 - down);
  const volts =
    onScale + mean[OFFSET]! + mean[STEEPER]! * underFull + mean[BULGE]! * weights[BULGE]!;
  return { volts, weights };
}

/** A charge that a reading can show at all: a scale goes on straight beyond it. */
export const MAX_SHOWN_PCT = 115;
