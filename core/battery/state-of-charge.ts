import { Z90, type Estimate } from '../estimate';
import { CHEMISTRIES, type ChemistryId } from './chemistries';
import { SCALES, scaleCurve, type ScaleId } from './scales';

/** A voltmeter of the kind attendants carry: ±10 mV as a 90 % range, on any battery. */
export const METER_SD_VOLTS = 0.006;

export interface RestingReading {
  readonly chemistry: ChemistryId;
  /** Cells in series; 6 in a 12 V lead-acid battery. */
  readonly cells: number;
  readonly volts: number;
  /** Temperature of the battery. */
  readonly celsius: number;
  /** Hours since the last charge or load. */
  readonly restedHours: number;
  readonly scale: ScaleId;
}

/**
 * State of charge, in percent, that a resting voltage stands for on the chosen scale, with its
 * 90 % range.
 *
 * The reading is brought to the scale's temperature. The range holds the scatter of sound
 * batteries about the scale, the meter, and what the rest left undone: surface charge reads
 * high, so a short rest opens the range downward, and half as far upward for a battery that
 * was loaded instead. Over-discharge gives a negative state of charge, never clamped; above
 * the scale's full point the answer is 100, since more is surface charge.
 *
 * `volts` and `restedHours` must be finite; `restedHours` under 0 counts as 0.
 */
export function stateOfCharge(reading: RestingReading): Estimate {
  const { cells } = reading;
  const spread = SCALES[reading.scale].spreadVoltsPerCell;
  const sd = Math.hypot(spread * cells, METER_SD_VOLTS);
  const surface = surfaceChargeVolts(reading.chemistry, cells, reading.restedHours);
  const curve = scaleCurve(reading.scale);
  const shifted = shift(reading);
  const at = (volts: number) => Math.min(100, curve.inverse(volts / cells - shifted));
  return {
    value: at(reading.volts),
    low: at(reading.volts - Z90 * sd - surface),
    high: at(reading.volts + Z90 * sd + surface / 2),
  };
}

export type OnScale = Pick<RestingReading, 'chemistry' | 'cells' | 'celsius' | 'scale'>;

/** Percent on the scale, not limited above: over 100 where the voltage is over full. */
export function socOfVolts(at: OnScale & { volts: number }): number {
  return scaleCurve(at.scale).inverse(at.volts / at.cells - shift(at));
}

/** The resting voltage that shows a state of charge in percent: the inverse of `socOfVolts`. */
export function voltsOfSoc(at: OnScale & { socPct: number }): number {
  return at.cells * (scaleCurve(at.scale).at(at.socPct) + shift(at));
}

/** A battery's scale at one temperature, for many questions in a row. */
export interface ScaleAt {
  voltsOf(socPct: number): number;
  socOf(volts: number): number;
  readonly fullVolts: number;
}

/** The same as `voltsOfSoc` and `socOfVolts` at this temperature. */
export function scaleAt(at: OnScale): ScaleAt {
  const curve = scaleCurve(at.scale);
  const shifted = shift(at);
  const { cells } = at;
  const voltsOf = (socPct: number) => cells * (curve.at(socPct) + shifted);
  return {
    voltsOf,
    socOf: (volts) => curve.inverse(volts / cells - shifted),
    fullVolts: voltsOf(100),
  };
}

function shift(at: OnScale): number {
  const perKelvin = CHEMISTRIES[at.chemistry].voltsPerCellPerKelvin;
  return perKelvin * (at.celsius - SCALES[at.scale].celsius);
}

/** Volts of surface charge that a fresh charge may still hold after `restedHours` of rest. */
export function surfaceChargeVolts(
  chemistry: ChemistryId,
  cells: number,
  restedHours: number,
): number {
  const rested = Math.max(0, restedHours);
  if (rested > 240) return 0;
  let volts = 0;
  for (const part of CHEMISTRIES[chemistry].surfaceCharge) {
    volts += part.voltsPerCell * Math.exp(-rested / part.hours);
  }
  return volts * cells;
}
