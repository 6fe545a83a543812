import type { Outlet } from '../../core/site/charging-equipment';
import type { Day } from '../../core/day';
import type { Entry } from '../../core/logbook/entry';
import type { Readiness } from '../../core/hand-back/readiness';
import type { VehicleState } from '../../core/logbook/state';
import type { Rules } from '../../core/rules/rules';
import type { HallKind } from '../../core/site/climate';
import type { GivenVerdict } from '../../store/verdicts';
import type { MaintainersFree, BatteryDto, ClockDto, HallDto, VehicleDto } from '../site/dto';

export interface VehicleData {
  readonly clock: ClockDto;
  readonly today: Day;
  readonly seasonStart: Day;
  readonly rules: Rules;
  readonly ruleVersion: number;
  readonly hall: HallDto;
  readonly hallKind: HallKind;
  readonly latitude: number | null;
  /** Every hall of the site, for what-ifs. */
  readonly halls: readonly (HallDto & { readonly kind: HallKind })[];
  /** Maintainers that hang nowhere. */
  readonly maintainersFree: MaintainersFree | null;
  /** Hook-up posts of the site. */
  readonly posts: readonly Outlet[];
  /** The hall of the bench; the vehicle's own where none is milder. */
  readonly bench: HallDto;
  readonly vehicle: VehicleDto;
  readonly owner: { readonly id: string; readonly name: string; readonly contact: string } | null;
  /** Whether it will be ready on its day; null: it has none, or cannot be judged. */
  readonly readiness: Readiness | null;
  readonly terms: VehicleState['terms'];
  readonly allOff: VehicleState['allOff'];
  readonly photos: readonly { readonly id: string; readonly caption: string }[];
  readonly batteries: readonly BatteryDto[];
  /** Batteries that left this vehicle for good; their histories stay theirs. */
  readonly gone: readonly BatteryDto[];
  /** Marks of the bays by id, for the logbook's words. */
  readonly bays: Readonly<Record<string, string>>;
  /** About the vehicle itself. */
  readonly entries: readonly Entry[];
  /** About each of its batteries. */
  readonly batteryEntries: Readonly<Record<string, readonly Entry[]>>;
  /** What was said about each reading when it was recorded, by entry. */
  readonly verdicts: Readonly<Record<string, GivenVerdict>>;
  /** Draw tests with their logged currents, the newest first, thinned for a chart. */
  readonly traces: readonly TraceDto[];
}

export interface TraceDto {
  readonly id: string;
  readonly batteryId: string;
  readonly day: Day;
  readonly seconds: readonly number[];
  readonly amps: readonly number[];
}
