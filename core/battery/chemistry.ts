import type { Point } from '../curve';
import type { Estimate } from '../estimate';
import type { ProgrammeId } from './programme-ids';
import type { ChemistryId } from './chemistries';
import type { ScaleId } from './scales';

/** What the program knows of a chemistry. Whatever is peculiar to one stands here, and once. */
export interface Chemistry {
  readonly label: string;
  readonly short: string;
  /** In the middle of a sentence. */
  readonly inWords: string;
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
  /**
   * Volts per cell at 20 °C, a day after a full charge, under which it was not full or is weak:
   * 12.6 V of a flooded twelve, 12.75 V of AGM or gel, 13.3 V of four lithium cells. Common
   * practice.
   */
  readonly fullVoltsPerCell: number;
  /** Volts per cell at rest under which it counts as found flat: 12.0 V of 12. Common practice. */
  readonly flatVoltsPerCell: number;
  /** Default recharge line, percent state of charge. */
  readonly lineSocPct: number;
  /** The rule that says how many days two full charges may lie apart; null: none does. */
  readonly fullChargeRule: 'fullChargeDays' | 'agmFullChargeDays' | null;
  /** The voltage hardly moves between full and empty: it says nothing of the loss. */
  readonly flatVoltage: boolean;
  /** Lead-acid or lithium: what both kinds of a family share hangs on this, never on a name. */
  readonly family: 'lead-acid' | 'lithium';
  /** Its acid stands free: it can be topped up and drawn, where caps open. */
  readonly wet: boolean;
  /** What is likely until somebody has looked. */
  readonly capsUsuallyOpen: boolean;
  /** A programme of high volts may bring back what sulfated, once. */
  readonly mayRecondition: boolean;
  /**
   * Volts of a 12 V battery at 25 °C beyond which a programme harms it, and how far a maker's own
   * figure may go beyond that. Data sheets, from memory: gel dries out for good, AGM vents.
   */
  readonly mostVolts: number;
  readonly makersMostVolts: number;
  /** What comes of more, as a clause. */
  readonly overVolts: string;
  /** The house's absorption, volts of a 12 V battery at 25 °C: by default, and at most. */
  readonly absorptionVolts: { readonly usual: number; readonly most: number };
  /** Most current, as a share of its capacity. Data sheets, from memory. */
  readonly mostRate: number;
  /**
   * How it takes its charge. `hours` is the time constant of its acceptance at the voltage limit,
   * 25 °C and new; `factor` ampere-hours in for each one kept. Time constants: our own fit to the
   * trade's data sheets (the limit is met near 95 % at C/20, 85–92 % at C/10, 65–80 % at C/3; the
   * last tenth takes 3 to 6 h), from memory; factors: data sheets, 1.05–1.15 lead-acid, 1.01
   * lithium.
   */
  readonly acceptance: { readonly hours: number; readonly factor: number };
  /** Gas in boost, mA for each ampere-hour: IEC 62485-2; lithium gives none. */
  readonly gasMaPerAh: number;
  /** Programmes of chargers that are meant for it. */
  readonly programmes: readonly ProgrammeId[];
  /** It may hang on a charger that does not stop by itself, while somebody looks in. */
  readonly takesManual: boolean;
  /** Never charged at or under this; null: ice alone decides. */
  readonly leastChargeCelsius: number | null;
  /** Years that one usually lives, where its caps open or do not (common practice: 5, 3 to 4). */
  readonly lifeYears: { readonly open: number; readonly sealed: number };
  /** The dearer class that may take its place; null: it is that already. */
  readonly dearer: ChemistryId | null;
  /** A new one against flooded, by the trade's price lists. Our own assumption. */
  readonly price: number;
  /** What is peculiar to a reading of this chemistry, said beside it. */
  readonly readingNote: string | null;
}
