import { toDay, type Day } from '../../core/day';
import { collectionWithin } from '../../core/time-limits';
import { houseOn, type House } from '../../core/estimation/house';
import type { BatteryState, VehicleState } from '../../core/logbook/state';
import type { BatteryRecord } from '../../core/record/battery-record';
import { silentSince } from '../../core/reports/report';
import type { Db } from '../../store/open';
import { factsOf, type Battery, type Hall, type Vehicle } from '../../store/site';
import { readBatteryStates } from '../../store/states';
import { type AssessedBattery, assessedOf } from './snapshot';
import type { Setting } from './setting';
import { benchHall } from './bench-hall';

/** A battery as it stands, before it is told what its house has learnt. */
export interface Standing {
  readonly battery: Battery;
  readonly hallId: string;
  readonly record: Omit<BatteryRecord, 'house'>;
}

export function standingIn(
  setting: Setting,
  battery: Battery,
  state: BatteryState,
  vehicle: Vehicle,
  vehicleState: VehicleState,
  bayHall: Hall,
  block: BatteryRecord['block'],
): Standing {
  const { collectOn, laidUpAt } = vehicleState;
  // On the bench it has the bench's weather, not its vehicle's.
  const away = state.out?.hallId;
  const hall = (away ? setting.halls.find((one) => one.id === away) : null) ?? bayHall;
  const record = {
    facts: factsOf(battery),
    state,
    vehicleKind: vehicle.kind,
    vehicleId: vehicle.id,
    vehicle: vehicle.facts,
    details: battery.details,
    block,
    benchHallId: benchHallAway(setting.halls, bayHall),
    laidUpAt,
    collectDay: collectDayOf(collectOn, setting.today),
    hallName: hall.name,
    powerCutAt: setting.powerCuts.get(hall.id) ?? null,
    silentSince: silenceOf(setting, state),
    temperatures: setting.temperatures.get(hall.id)!,
    rules: setting.rules,
    timeZone: setting.site.timeZone,
    now: setting.now,
  };
  return { battery, hallId: hall.id, record };
}

export function keptIn({ ruleBook }: Setting, house: House, one: Standing): AssessedBattery {
  const { record } = one;
  const standing = { ...record, house: houseOn(house, record.rules.scale[record.facts.chemistry]) };
  return assessedOf(one.battery, one.hallId, standing, ruleBook.version);
}

/** The place of a battery among the blocks of its vehicle's string; null: it is none. */
export function blockOf(
  battery: Pick<Battery, 'id'>,
  all: readonly Pick<Battery, 'id'>[],
  states: ReadonlyMap<string, BatteryState>,
): BatteryRecord['block'] {
  const blocks = all.filter(({ id }) => states.get(id)?.role === 'string');
  const index = blocks.findIndex(({ id }) => id === battery.id) + 1;
  return index > 0 && blocks.length > 1 ? { index, of: blocks.length } : null;
}

/** The same where only this battery was loaded. */
export function blockAmong(
  from: Db,
  { batteries }: Setting,
  battery: Battery,
  vehicleId: string,
): BatteryRecord['block'] {
  const states = readBatteryStates(from);
  const fitted = [...batteries.values()]
    .filter(({ id }) => {
      const state = states.get(id);
      return state?.vehicleId === vehicleId && state.goneAt === null;
    })
    .sort((a, b) => (a.mark < b.mark ? -1 : 1));
  return blockOf(battery, fitted, states);
}

/** The hall of the bench, where that is another one than the bay's. */
function benchHallAway(halls: readonly Hall[], bayHall: Hall): string | null {
  const { id } = benchHall(halls);
  return id === bayHall.id ? null : id;
}

/** The day of a collection, no further off than a stay may be long. */
export const collectDayOf = (on: string | null, today: Day): Day | null =>
  on === null ? null : collectionWithin(toDay(on), today);

/** Since when the charger that a battery hangs on has been silent; null where none reports. */
function silenceOf(setting: Setting, state: BatteryState): number | null {
  const { hook } = state;
  const since = state.maintainerSince ?? state.chargeSince;
  if (!hook || since === null) return null;
  const device = setting.reporters.find(({ chargerId }) => chargerId === hook.chargerId);
  if (!device) return null;
  // Before it was hooked up there was nothing to be heard of this battery.
  const heard = setting.lastHeard.get(device.id) ?? null;
  const silent = silentSince({ ...device, addedAt: since }, heard, setting.now);
  return silent === null ? null : Math.max(silent, since);
}
