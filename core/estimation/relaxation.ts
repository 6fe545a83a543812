import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import { surfaceChargeVolts } from '../battery/state-of-charge';

/** Of the surface charge that may be left, so much usually is, give or take as much. */
export const SURFACE_SHARE = 0.35;

/**
 * Some cells come to rest more slowly than any table has it: so many volts a cell may still be
 * there, fading in so many hours. Our own assumption.
 */
const SLOW_VOLTS_PER_CELL = 0.003;
const SLOW_HOURS = 30;

/** What is not known of a resting voltage for want of rest: volts for all cells, one standard deviation. */
export function relaxationSd(chemistry: ChemistryId, cells: number, restedHours: number): number {
  const surface = SURFACE_SHARE * surfaceChargeVolts(chemistry, cells, restedHours);
  if (CHEMISTRIES[chemistry].flatVoltage) return surface;
  const slow = SLOW_VOLTS_PER_CELL * cells * Math.exp(-Math.max(0, restedHours) / SLOW_HOURS);
  return Math.hypot(surface, slow);
}
