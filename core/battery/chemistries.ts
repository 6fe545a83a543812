import type { Estimate } from '../estimate';
import type { Point } from '../curve';
import type { ScaleId } from './scales';

export const CHEMISTRY_IDS = ['flooded', 'efb', 'agm', 'gel', 'lfp'] as const;
export type ChemistryId = (typeof CHEMISTRY_IDS)[number];

/** What the program knows of a chemistry. To add a chemistry is to add a record. */
export interface Chemistry {
  readonly id: ChemistryId;
  readonly label: string;
  readonly short: string;
  readonly nominalVoltsPerCell: number;
  /** The scales that a site may choose from; the first is the default. */
  readonly scales: readonly ScaleId[];
  /** Percent of rated capacity lost in 30 days at 20 °C, off the vehicle. */
  readonly selfDischargePctPerMonthAt20C: Estimate;
  /** Change of the resting voltage with temperature, volts per cell and kelvin. */
  readonly voltsPerCellPerKelvin: number;
  /** Surface charge still on a cell after a rest of so many hours: a sum of two decays. */
  readonly surfaceCharge: readonly { voltsPerCell: number; hours: number }[];
  /** Specific gravity (at 26.7 °C) of the acid by state of charge; null where nothing freezes. */
  readonly acid: readonly Point[] | null;
  /** Volts per cell, at rest, outside which the reading cannot be this battery's. */
  readonly restVoltsPerCell: { readonly low: number; readonly high: number };
  /** Volts per cell at which a battery at rest can only just have been charged. */
  readonly surfaceVoltsPerCell: number;
  /** Default recharge line, percent state of charge. */
  readonly lineSocPct: number;
  /** The voltage hardly moves between full and empty: it says nothing of the loss. */
  readonly flatVoltage: boolean;
  /** Lead-acid or lithium: what both kinds of a family share hangs on this, never on a name. */
  readonly family: 'lead-acid' | 'lithium';
  /** Its acid stands free: it can be topped up and drawn, where caps open. */
  readonly wet: boolean;
  /**
   * Volts of a 12 V battery at 25 °C beyond which a programme harms it, and how far a maker's own
   * figure may go beyond that. Data sheets, from memory: gel dries out for good, AGM vents.
   */
  readonly mostVolts: number;
  readonly makersMostVolts: number;
  /** What comes of more, as a clause. */
  readonly overVolts: string;
  /** Most current, as a share of its capacity. Data sheets, from memory. */
  readonly mostRate: number;
  /** It may hang on a charger that does not stop by itself, while somebody looks in. */
  readonly takesManual: boolean;
  /** Never charged at or under this; null: ice alone decides. */
  readonly leastChargeCelsius: number | null;
  /** What is peculiar to a reading of this chemistry, said beside it. */
  readonly readingNote: string | null;
}

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

const leadAcid = {
  nominalVoltsPerCell: 2,
  voltsPerCellPerKelvin: LEAD_ACID_KELVIN,
  surfaceCharge: LEAD_ACID_SURFACE,
  // 7.5 V … 13.6 V of a 12 V battery: lower needs more than one dead cell, higher a charger.
  restVoltsPerCell: { low: 1.25, high: 2.27 },
  flatVoltage: false,
  readingNote: null,
  family: 'lead-acid' as const,
  leastChargeCelsius: null,
};

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

/**
 * Self-discharge: data sheets, from memory. Flooded spans calcium plates (2–4) and antimony
 * (5–10): what the plates are made of is seldom written on the case.
 */
export const CHEMISTRIES: Readonly<Record<ChemistryId, Chemistry>> = {
  flooded: {
    id: 'flooded',
    label: 'Flooded lead-acid',
    short: 'Flooded',
    scales: ['published', 'calcium', 'sealed-school', 'cautious'],
    selfDischargePctPerMonthAt20C: { value: 5, low: 2.5, high: 9 },
    acid: FLOODED_ACID,
    surfaceVoltsPerCell: 2.135,
    wet: true,
    mostVolts: 14.9,
    makersMostVolts: 15,
    overVolts: 'it boils its water off',
    mostRate: 0.3,
    takesManual: true,
    lineSocPct: 69,
    ...leadAcid,
  },
  efb: {
    id: 'efb',
    label: 'Enhanced flooded',
    short: 'EFB',
    scales: ['calcium', 'published', 'sealed-school', 'cautious'],
    selfDischargePctPerMonthAt20C: { value: 3, low: 2, high: 4 },
    acid: FLOODED_ACID,
    surfaceVoltsPerCell: 2.14,
    wet: true,
    mostVolts: 14.9,
    makersMostVolts: 15,
    overVolts: 'it boils its water off',
    mostRate: 0.35,
    takesManual: true,
    lineSocPct: 65,
    ...leadAcid,
  },
  agm: {
    id: 'agm',
    label: 'AGM (absorbed glass mat)',
    short: 'AGM',
    scales: ['agm', 'sealed-school', 'cautious'],
    selfDischargePctPerMonthAt20C: { value: 2, low: 1, high: 3 },
    acid: STRONG_ACID,
    surfaceVoltsPerCell: 2.175,
    wet: false,
    mostVolts: 14.8,
    makersMostVolts: 15,
    overVolts: 'it vents its water for good',
    mostRate: 0.35,
    takesManual: false,
    lineSocPct: 58,
    ...leadAcid,
  },
  gel: {
    id: 'gel',
    label: 'Gel',
    short: 'Gel',
    scales: ['gel', 'sealed-school', 'cautious'],
    selfDischargePctPerMonthAt20C: { value: 1.5, low: 1, high: 2 },
    acid: STRONG_ACID,
    surfaceVoltsPerCell: 2.175,
    wet: false,
    mostVolts: 14.4,
    makersMostVolts: 14.6,
    overVolts: 'it dries out for good',
    mostRate: 0.25,
    takesManual: false,
    lineSocPct: 54,
    ...leadAcid,
  },
  lfp: {
    id: 'lfp',
    label: 'Lithium iron phosphate',
    short: 'LiFePO4',
    nominalVoltsPerCell: 3.2,
    scales: ['lfp'],
    selfDischargePctPerMonthAt20C: { value: 2, low: 1, high: 3 },
    voltsPerCellPerKelvin: 0,
    surfaceCharge: [{ voltsPerCell: 0.05, hours: 3 }],
    acid: null,
    restVoltsPerCell: { low: 2.3, high: 3.6 },
    surfaceVoltsPerCell: 3.4,
    family: 'lithium',
    wet: false,
    mostVolts: 14.6,
    makersMostVolts: 14.6,
    overVolts: 'its protection cuts off, or fails',
    mostRate: 0.5,
    takesManual: false,
    leastChargeCelsius: 0,
    lineSocPct: 30,
    flatVoltage: true,
    readingNote:
      'The voltage of lithium iron phosphate is flat: a reading only separates full, working range and empty.',
  },
};

/** So many batteries of 12 V lie in a battery's cells: figures of chargers are written for one. */
export const batteriesOf12V = ({ chemistry, cells }: { chemistry: ChemistryId; cells: number }) =>
  cells / cellsFor(chemistry, 12);

/** Cells in a battery of this chemistry and nominal voltage: 6 for 12 V lead-acid, 4 lithium. */
export function cellsFor(chemistry: ChemistryId, nominalVolts: number): number {
  return Math.max(1, Math.round(nominalVolts / CHEMISTRIES[chemistry].nominalVoltsPerCell));
}
