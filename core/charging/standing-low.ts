import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';

/**
 * What standing part charged does to a lead-acid battery, as a share of the wear of a charge and a
 * discharge that is added in an hour: a little for each hour since it was last full, and far more
 * the lower it stands, as sulfate grows into crystals that no charge brings back, and acid settles.
 * Source: J. Schiffer, D. U. Sauer, H. Bindner, T. Cronin, P. Lundsager, R. Kaiser, "Model
 * prediction for ranking lead-acid batteries according to expected lifetime in renewable energy
 * systems", J. Power Sources 168 (2007), impact of the state of charge; from memory.
 */
const AN_HOUR = 6.614e-5;
const AN_HOUR_EMPTY = 3.307e-3;

/** So many times down by so much is a life. Common practice: 200 to 300 times to about 12 V. */
const LIFE_CYCLES = 250;
const CYCLE_PCT = 75;
/** Lithium iron phosphate lives through many more. Data sheets, from memory. */
const LITHIUM_CYCLES = 2000;

/** Share of a battery's life that each percent takes which is lost and charged again. */
export const cycleShare = (chemistry: ChemistryId): number =>
  1 / CYCLE_PCT / (CHEMISTRIES[chemistry].family === 'lithium' ? LITHIUM_CYCLES : LIFE_CYCLES);

/**
 * What so many days of standing add to the wear of the charge that follows, as a share of it;
 * `missingDays`: percent that were missing, summed over those days.
 */
export const standingWear = (days: number, missingDays: number): number =>
  24 * (AN_HOUR * days + (AN_HOUR_EMPTY * missingDays) / 100);

/** A charge brings it to this much, as a share. */
const FULL = 0.99;
/** Standing has doubled the wear: it is made full. Our own choice of where to stop. */
const WORN = 1;

/**
 * Days after a full charge in which standing doubles the wear of a battery that loses so many
 * percent a day: the longer it stands and the lower it comes, the more. Never more than some ten
 * years, for one that loses nothing at all.
 *
 * Wear after T days is T·24·(a + b·(1 − s)) with s falling evenly: a quadratic in T.
 */
export function daysUntilWorn(lossPctPerDay: number): number {
  const a = 24 * (AN_HOUR + AN_HOUR_EMPTY * (1 - FULL));
  const b = (24 * AN_HOUR_EMPTY * Math.max(0, lossPctPerDay)) / 100 / 2;
  return b < 1e-9 ? WORN / a : (-a + Math.sqrt(a * a + 4 * b * WORN)) / (2 * b);
}
