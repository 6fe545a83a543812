import { msg } from '../language';
import type { Point } from '../curve';

/** +0.2 mV for each kelvin and cell near full. Linden's Handbook of Batteries, from memory. */
const LEAD_ACID_KELVIN = 0.0002;

/**
 * Volts above the true resting voltage after a charge: most of it gone in two hours, the rest
 * in a day. Our own fit to common practice (read after 4 h, better after 12, best after 24).
 */
const LEAD_ACID_SURFACE = [
  { voltsPerCell: 0.05, hours: 1.5 },
  { voltsPerCell: 0.01, hours: 10 },
];

/** What all lead-acid types share. */
const LEAD_ACID = {
  nominalVoltsPerCell: 2,
  voltsPerCellPerKelvin: LEAD_ACID_KELVIN,
  surfaceCharge: LEAD_ACID_SURFACE,
  // 7.5 V … 13.6 V of a 12 V battery: lower needs more than one dead cell, higher a charger.
  restVoltsPerCell: { low: 1.25, high: 2.27 },
  flatVoltsPerCell: 2,
  flatVoltage: false,
  readingNote: null,
  family: 'lead-acid',
  leastChargeCelsius: null,
} as const;

/** Acid of flooded types. Battery Council International, open-circuit table (26.7 °C). */
const FLOODED_ACID: readonly Point[] = [
  [-83, 1.0],
  [0, 1.12],
  [25, 1.155],
  [50, 1.19],
  [75, 1.225],
  [100, 1.265],
];

/**
 * Acid of starved and gelled types, about 1.30 full (data sheets, from memory); between, from
 * their resting voltages by E = SG + 0.845 (Linden). From flat it thins to water near −75 %.
 */
const STRONG_ACID: readonly Point[] = [
  [-75, 1.0],
  [0, 1.122],
  [25, 1.155],
  [50, 1.205],
  [75, 1.255],
  [100, 1.3],
];

/** Flooded types. */
export const FLOODED = {
  ...LEAD_ACID,
  fullVoltsPerCell: 2.1,
  acid: FLOODED_ACID,
  wet: true,
  mayRecondition: true,
  mostVolts: 14.9,
  makersMostVolts: 15,
  overVolts: msg`it boils its water off`,
  absorptionVolts: { usual: 14.4, most: 15 },
  gasMaPerAh: 20,
  takesManual: true,
  fullChargeRule: 'fullChargeDays',
} as const;

/** Valve-regulated types: starved and gelled. */
export const SEALED = {
  ...LEAD_ACID,
  fullVoltsPerCell: 2.125,
  acid: STRONG_ACID,
  surfaceVoltsPerCell: 2.175,
  wet: false,
  capsUsuallyOpen: false,
  mayRecondition: false,
  gasMaPerAh: 8,
  takesManual: false,
} as const;
