import type { HouseOffset } from '../../core/estimation/house';
import type { ChemistryId } from '../../core/battery/chemistries';
import type { BatteryDetails } from '../../core/battery/details';
import { arrheniusSums } from '../../core/drain/self-discharge';
import type { BatteryState } from '../../core/logbook/state';
import type { BatteryFacts, PlannedVisit, BatteryRecord } from '../../core/record/battery-record';
import type { Rules } from '../../core/rules/rules';
import type { DailyTemperatures } from '../../core/site/climate';
import type { VehicleFacts } from '../../core/stay/vehicle-facts';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';

/** A hall's temperatures as they travel to the browser. */
export interface HallDto {
  readonly id: string;
  readonly name: string;
  /** Where it stands; null: where the attendant begins. */
  readonly place: string | null;
  readonly firstDay: number;
  readonly knownFrom: number;
  readonly knownTo: number;
  readonly mean: readonly number[];
  readonly low: readonly number[];
  /** The last power cut that anybody noted. */
  readonly powerCutAt: number | null;
}

/** What the browser needs to judge one battery by itself, while the server is out of reach. */
export interface BatteryDto {
  readonly id: string;
  readonly mark: string;
  readonly label: string;
  readonly facts: BatteryFacts;
  readonly details: BatteryDetails;
  readonly state: BatteryState;
  /** Where it stands: the bench's hall while it is out. */
  readonly hallId: string;
  readonly block: BatteryRecord['block'];
  /** The hall of the bench, where that is another one than its vehicle's. */
  readonly benchHallId: string | null;
  /** Its charger reports by itself and has not since then. */
  readonly silentSince: number | null;
  /** What all records of the house tell of its readings. */
  readonly house: HouseOffset;
  /** What the season's plan has for it in the next round. */
  readonly planned?: PlannedVisit | null;
}

export interface VehicleDto {
  readonly id: string;
  readonly name: string;
  readonly kind: VehicleKindId;
  readonly facts: VehicleFacts;
  readonly bayMark: string;
  readonly rowMark: string;
  readonly hallId: string;
  readonly laidUpAt: number | null;
  readonly collectDay: number | null;
}

export interface ClockDto {
  readonly now: number;
  /** The clock stands still (demo). */
  readonly stands: boolean;
  readonly timeZone: string;
}

const tenth = (value: number) => Math.round(value * 10) / 10;

export function hallDtoOf(
  hall: { id: string; name: string; place?: string | null },
  temperatures: DailyTemperatures,
  powerCutAt: number | null = null,
): HallDto {
  return {
    id: hall.id,
    name: hall.name,
    place: hall.place ?? null,
    firstDay: temperatures.firstDay,
    knownFrom: temperatures.knownFrom,
    knownTo: temperatures.knownTo,
    mean: Array.from(temperatures.mean, tenth),
    low: Array.from(temperatures.low, tenth),
    powerCutAt,
  };
}

export function temperaturesOfDto(hall: HallDto): DailyTemperatures {
  const mean = Float64Array.from(hall.mean);
  return {
    firstDay: hall.firstDay,
    knownFrom: hall.knownFrom,
    knownTo: hall.knownTo,
    mean,
    low: Float64Array.from(hall.low),
    sums: arrheniusSums(mean),
  };
}

/** What a standing takes of a hall. */
export const settingOfHall = (hall: HallDto) => ({
  name: hall.name,
  temperatures: temperaturesOfDto(hall),
  powerCutAt: hall.powerCutAt,
});

/** A battery's standing, put together again in the browser. */
export function standingOf(
  battery: BatteryDto,
  vehicle: VehicleDto,
  hall: { name: string; temperatures: DailyTemperatures; powerCutAt: number | null },
  rules: Rules,
  clock: { now: number; timeZone: string },
): BatteryRecord {
  return {
    facts: battery.facts,
    state: battery.state,
    vehicleKind: vehicle.kind,
    vehicleId: vehicle.id,
    vehicle: vehicle.facts,
    details: battery.details,
    block: battery.block,
    benchHallId: battery.benchHallId,
    laidUpAt: vehicle.laidUpAt,
    collectDay: vehicle.collectDay,
    hallName: hall.name,
    powerCutAt: hall.powerCutAt,
    silentSince: battery.silentSince,
    house: battery.house,
    planned: battery.planned ?? null,
    temperatures: hall.temperatures,
    rules,
    timeZone: clock.timeZone,
    now: clock.now,
  };
}

/** Free channels of maintainers by the chemistry that they suit. */
export type MaintainersFree = Readonly<Record<ChemistryId, number>>;

/** As a plan's context takes it: nothing where no charger of the site is noted. */
export const freeFor = (
  free: MaintainersFree | null,
  chemistry: ChemistryId,
): { maintainersFree?: number } => (free ? { maintainersFree: free[chemistry] } : {});
