import type { Day } from '../../core/day';
import type { Entry } from '../../core/logbook/entry';
import type { Rules } from '../../core/rules/rules';
import type { WireBattery, WireClock, WireHall, WireVehicle } from '../site/wire';

export interface VehicleData {
  readonly clock: WireClock;
  readonly today: Day;
  readonly seasonStart: Day;
  readonly rules: Rules;
  readonly hall: WireHall;
  readonly vehicle: WireVehicle;
  readonly batteries: readonly WireBattery[];
  /** Marks of the bays by id, for the logbook's words. */
  readonly bays: Readonly<Record<string, string>>;
  readonly entries: readonly Entry[];
}
