import type { Day } from '../../core/day';
import type { BatteryContext } from '../../core/context/battery-context';
import { contextOf } from '../../core/context/from-record';
import { lazily } from '../../core/lazily';
import type { VehicleState } from '../../core/logbook/state';
import type { BatteryRecord } from '../../core/record/battery-record';
import { chargeForecastOf, type ChargeForecast } from '../../core/assessment/charge-forecast';
import type { ChargingEquipment } from '../../core/site/charging-equipment';
import type { RuleBook, Rules } from '../../core/rules/rules';
import type { Place } from '../../core/site/place';
import type { DailyTemperatures } from '../../core/site/climate';
import type { ThermalResponse } from '../../core/site/thermal-response';
import type { Battery, Bay, Hall, Site, Vehicle } from '../../store/site';
import type { Reporter } from '../../store/reporters';

/** A vehicle that stands in a bay, with its batteries. */
export interface Stay {
  readonly vehicle: Vehicle;
  readonly state: VehicleState;
  readonly bay: Bay;
  readonly hall: Hall;
  /** Null: always ready. */
  readonly collectDay: Day | null;
  readonly batteries: readonly AssessedBattery[];
  /** Those of its batteries that cannot be judged: all the others go on without them. */
  readonly troubled: readonly TroubledBattery[];
}

/** A battery whose record cannot be judged, and why. */
export interface TroubledBattery {
  readonly battery: Battery;
  readonly why: string;
}

export interface AssessedBattery {
  readonly battery: Battery;
  /** Where it stands: the bench's hall while it is out. */
  readonly hallId: string;
  readonly standing: BatteryRecord;
  /** The version of the house rules in it. */
  readonly rulesVersion: number;
  /** Reckoned when it is first asked for: whoever only looks who stands where does not wait. */
  readonly outlook: ChargeForecast | null;
  /** All that decides what may be done to it now. */
  readonly context: BatteryContext;
}

export interface SiteSnapshot {
  readonly site: Site;
  readonly rules: Rules;
  readonly ruleBook: RuleBook;
  readonly halls: readonly Hall[];
  /** Where some of them stand that are driven to. */
  readonly places: readonly Place[];
  readonly bays: readonly Bay[];
  /** Marks of all bays by id, also of those that are no more. */
  readonly bayMarks: Readonly<Record<string, string>>;
  readonly now: number;
  readonly today: Day;
  readonly temperatures: ReadonlyMap<string, DailyTemperatures>;
  /** How each hall follows the air outside, as far as both were recorded. */
  readonly follows: ReadonlyMap<string, ThermalResponse>;
  readonly stock: ChargingEquipment;
  readonly reporters: readonly Reporter[];
  /** When each device was last heard. */
  readonly lastHeard: ReadonlyMap<string, number>;
  /** When the mains of each hall last failed, as far as anybody noted it. */
  readonly powerCuts: ReadonlyMap<string, number>;
  /** The newest entry of the logbook. */
  readonly upToSeq: number;
  /** Degrees north; null where nobody has said. */
  readonly latitude: number | null;
  /** In walking order. */
  readonly stays: readonly Stay[];
}

/** The same battery with something more on record that its charge does not depend on. */
export const withStanding = (kept: AssessedBattery, standing: BatteryRecord): AssessedBattery =>
  lazily<AssessedBattery>({
    battery: () => kept.battery,
    hallId: () => kept.hallId,
    standing: () => standing,
    rulesVersion: () => kept.rulesVersion,
    outlook: () => kept.outlook,
    context: () => kept.context,
  });

/** A battery with its standing; its outlook is reckoned once, when it is asked for. */
export function assessedOf(
  battery: Battery,
  hallId: string,
  standing: BatteryRecord,
  rulesVersion: number,
): AssessedBattery {
  const made: AssessedBattery = lazily<AssessedBattery>({
    battery: () => battery,
    hallId: () => hallId,
    standing: () => standing,
    rulesVersion: () => rulesVersion,
    outlook: () => chargeForecastOf(standing),
    context: () => contextOf(standing, made.outlook),
  });
  return made;
}
