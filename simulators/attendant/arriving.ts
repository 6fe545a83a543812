import type { ChemistryId } from '../../core/battery/chemistries';
import type { BatteryDetails } from '../../core/battery/details';
import type { BatteryRole } from '../../core/battery/roles';
import type { Inspection } from '../../core/inspect/points';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';
import type { Terms, VehicleFacts } from '../../core/stay/vehicle-facts';
import type { Random } from '../random';

export type Keeping = 'connected' | 'negative-off' | 'maintainer';

/** A battery as it is built in. */
export interface BatterySpec {
  readonly role: BatteryRole;
  readonly place: string;
  readonly chemistry: ChemistryId;
  readonly volts: number;
  readonly ah: number;
  /** True draw, milliamps. */
  readonly drawMa: number;
}

/** Troubles that nobody is told of; the record has to show them. */
export type Trouble =
  | { readonly kind: 'hidden-draw'; readonly fromDay: number; readonly milliamps: number }
  | { readonly kind: 'weak-cell'; readonly pctPerDay: number }
  /** It holds less; a charge may not bring it up to full either. */
  | { readonly kind: 'sulfated'; readonly health: number; readonly topShare?: number }
  | { readonly kind: 'forgotten'; readonly share: number }
  /** Moved out of the way on a day, and its key left on. */
  | { readonly kind: 'left-on'; readonly day: string; readonly milliamps: number }
  /** From one day to before another its neighbour was read in its place. */
  | {
      readonly kind: 'wrong-battery';
      readonly otherBay: string;
      readonly from: string;
      readonly until: string;
    };

export interface ArrivingVehicle {
  readonly id: string;
  readonly kind: VehicleKindId;
  readonly name: string;
  readonly facts: VehicleFacts;
}

export interface ArrivingBattery {
  readonly id: string;
  readonly mark: string;
  readonly spec: BatterySpec;
  readonly trouble: Trouble | null;
  /** What is written on its case; some of it hangs on chance. */
  readonly detailsBy: (paper: Random) => BatteryDetails;
  /** Years since it was fitted; null: any. */
  readonly ageYears: number | null;
}

/** A vehicle that comes in for a season, and how it is kept. */
export interface Arriving {
  readonly vehicle: ArrivingVehicle;
  readonly batteries: readonly ArrivingBattery[];
  /** Mark of its bay, and its id. */
  readonly bay: string;
  readonly bayId: string;
  /** Where its batteries are. */
  readonly hallId: string;
  readonly keeping: Keeping;
  /** `YYYY-MM-DD`; null: always ready. */
  readonly collect: string | null;
  readonly terms: Terms;
  /** Its batteries winter on the bench. */
  readonly benched: boolean;
  /** What hangs on it for the season. */
  readonly maintainer: { readonly chargerId: string; readonly outletId: string } | null;
  /** What is seen of a battery when it comes. */
  readonly inspected: (details: BatteryDetails, cells: number) => Inspection;
}
