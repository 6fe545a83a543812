import type { Estimate } from '../estimate';
import type { ChemistryId } from '../battery/chemistries';
import type { ScaleId } from '../battery/scales';
import type { HouseOffset } from './house';

/** What happened to a battery, as far as it says something of its losses; instants in UTC ms. */
export type Observation =
  | {
      readonly kind: 'reading';
      readonly at: number;
      readonly id: string;
      readonly volts: number;
      readonly celsius: number;
      readonly restedHours: number;
      /** It was doubted when it was taken, and said to be right. */
      readonly confirmed?: boolean;
    }
  /** It was made full: a charge that ended full, or a lamp that says that it holds. */
  | { readonly kind: 'full'; readonly at: number }
  /** It was charged, and not to full. */
  | { readonly kind: 'part-charge'; readonly at: number; readonly ampHours: number | null }
  | { readonly kind: 'negative'; readonly at: number; readonly on: boolean }
  /** A charger or maintainer begins, or ends, to feed it. */
  | { readonly kind: 'fed'; readonly at: number; readonly on: boolean }
  /** The draw of its vehicle was measured. */
  | {
      readonly kind: 'draw';
      readonly at: number;
      readonly milliamps: number;
      /** Something was changed at the vehicle first: it says nothing of what drew before. */
      readonly changed?: boolean;
    }
  | { readonly kind: 'outing'; readonly at: number }
  /** Back from the road: what it holds nobody knows. */
  | { readonly kind: 'returned'; readonly at: number }
  /** Fitted to another vehicle: what was learnt of the old one's draw does not hold. */
  | { readonly kind: 'fitted'; readonly at: number };

/** All from which a battery's losses are learnt. */
export interface LearnQuestion {
  readonly chemistry: ChemistryId;
  readonly cells: number;
  readonly scale: ScaleId;
  /** Rated, ampere-hours. */
  readonly capacityAh: number;
  /** Null where nobody knows. */
  readonly ageYears: number | null;
  /** What such a vehicle usually draws, milliamps: counts until its draw is measured. */
  readonly usualDrawMa: Estimate;
  /** What all records of its house tell of it. */
  readonly house: HouseOffset;
  /** Measured charges into it: what its usable capacity is learnt from. */
  readonly charges: readonly MeasuredCharge[];
  /** In order of time. */
  readonly happenings: readonly Observation[];
  /** Its negative was on before the first of them. */
  readonly connected: boolean;
  /** Days between two instants, each weighed with the Arrhenius factor of its temperature. */
  readonly factorDays: (from: number, to: number) => number;
  readonly now: number;
}

/** A charge to full whose ampere-hours are known, from a settled reading. */
export interface MeasuredCharge {
  readonly fromSocPct: Estimate;
  readonly ampHours: number;
}
