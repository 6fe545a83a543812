import { monotoneCurve, type Curve, type Point } from '../curve';
import { CHEMISTRIES, type ChemistryId } from './chemistries';

/** Temperature at which the gravities of the open-circuit table are given. BCI. */
export const HYDROMETER_CELSIUS = 26.7;

/** Specific gravity changes by 0.004 for each 10 °F (5.56 K). Battery Council International. */
const GRAVITY_PER_KELVIN = 0.004 / (10 / 1.8);

/** Open-circuit volts of a cell less its specific gravity. Linden's Handbook of Batteries. */
const VOLTS_OVER_GRAVITY = 0.845;

/** A spread between cells above this marks a failing one. Common practice. */
export const FAILING_SPREAD = 0.05;

/** From the gravities' 26.7 °C to the freezing table's 15 °C: 0.0084. */
const TO_15_CELSIUS = GRAVITY_PER_KELVIN * (HYDROMETER_CELSIUS - 15);

/**
 * Freezing point of sulfuric acid, °C, by specific gravity at 15 °C.
 * Vinal, Storage Batteries, table of freezing points, from memory; the branch above 1.300,
 * where it rises again, is from memory too and good to some 5 °C.
 */
const FREEZING: Curve = monotoneCurve([
  [1.0, 0],
  [1.05, -3.3],
  [1.1, -7.7],
  [1.15, -15],
  [1.2, -27],
  [1.25, -52],
  [1.3, -70],
  [1.35, -49],
  [1.4, -36],
]);

const acidCurves = new Map<ChemistryId, Curve>();

function acidCurve(chemistry: ChemistryId, points: readonly Point[]): Curve {
  let curve = acidCurves.get(chemistry);
  if (!curve) {
    curve = monotoneCurve(points);
    acidCurves.set(chemistry, curve);
  }
  return curve;
}

/**
 * Freezing point in °C of acid of a specific gravity taken at 15 °C, 1.000–1.400.
 * Lighter than water counts as water (0 °C); stronger than 1.400 as 1.400.
 */
export function freezingOfGravity(gravityAt15: number): number {
  return FREEZING.at(Math.min(1.4, Math.max(1, gravityAt15)));
}

/**
 * Freezing point in °C of a battery at a state of charge in percent, or null where the
 * chemistry has no acid to freeze. Discharge thins the acid; below empty it goes on toward
 * water and 0 °C.
 */
export function freezingOfSoc(chemistry: ChemistryId, socPct: number): number | null {
  const { acid } = CHEMISTRIES[chemistry];
  if (!acid) return null;
  const gravity = acidCurve(chemistry, acid).at(Math.min(100, socPct));
  return freezingOfGravity(gravity + TO_15_CELSIUS);
}

export interface HydrometerAnswer {
  /** Each cell, brought to 26.7 °C. */
  readonly correctedSg: number[];
  readonly socPct: number;
  /** Highest less lowest. */
  readonly spread: number;
  /** Cells (counted from 1) more than 0.050 under the best. */
  readonly weakCells: number[];
  readonly openCircuitVolts: number;
}

/**
 * What a hydrometer says of a flooded battery: gravities as read (1.0–1.4, one for each cell,
 * at least one) at the acid's temperature. A warm acid reads light, so it is corrected upward.
 *
 * Correction, gravity table: Battery Council International. Voltage E = SG + 0.845 for each
 * cell: Linden's Handbook of Batteries. Spread over 0.050: common practice.
 */
export function hydrometer(gravities: readonly number[], celsius: number): HydrometerAnswer {
  const correction = GRAVITY_PER_KELVIN * (celsius - HYDROMETER_CELSIUS);
  const correctedSg = gravities.map((gravity) => gravity + correction);
  const mean = correctedSg.reduce((sum, gravity) => sum + gravity, 0) / correctedSg.length;
  const best = Math.max(...correctedSg);
  return {
    correctedSg,
    socPct: Math.min(100, acidCurve('flooded', CHEMISTRIES.flooded.acid!).inverse(mean)),
    spread: best - Math.min(...correctedSg),
    // A hair of tolerance, so that 1.265 and 1.215 are a spread of 0.050 and not over it.
    weakCells: correctedSg.flatMap((gravity, i) =>
      best - gravity > FAILING_SPREAD + 1e-9 ? [i + 1] : [],
    ),
    openCircuitVolts: correctedSg.reduce((sum, gravity) => sum + gravity + VOLTS_OVER_GRAVITY, 0),
  };
}
