import { instantAt, type Day } from '../../core/day';
import { UNKNOWN_HOUSE, type House } from '../../core/estimation/house';
import { groupBy } from '../../core/group';
import { houseFrom, type ReckonedHouse } from '../../core/record/tops';
import type { Rules } from '../../core/rules/rules';
import { lastSeq } from '../../store/entries';
import { readMasterData, type MasterData } from '../../store/master-data';
import type { Db } from '../../store/open';
import { readBatteryStates, readVehicleStates } from '../../store/states';
import { readLatitude, readStock } from '../../store/stock';
import type { Stay, AssessedBattery, SiteSnapshot } from './snapshot';
import { settingOf, type Setting } from './setting';
import { type Standing, standingIn, keptIn, blockOf, blockAmong, collectDayOf } from './standing';

/** What the records of a site told together, as it was reckoned last. */
const houses = new WeakMap<Db, ReckonedHouse & { readonly today: Day }>();

function houseOfSite(
  from: Db,
  { today, site }: Setting,
  all: readonly Standing[],
  asItIs: boolean,
): House {
  const midnight = instantAt(today, 0, 0, site.timeZone);
  const records = all.map(({ record }) => record);
  const reckoned = houseFrom(records, midnight, houses.get(from) ?? null);
  if (asItIs) houses.set(from, { ...reckoned, today });
  return reckoned.house;
}

/** The site as it stands now, or null before it has been set up; as if other rules held. */
export function loadSite(from: Db, at: number, asIf?: Rules): SiteSnapshot | null {
  const master = readMasterData(from);
  if (!master) return null;
  const setting = settingOf(from, at, master, asIf);
  const { bays } = setting;
  const vehicleStates = readVehicleStates(from);
  const batteryStates = readBatteryStates(from);
  const hallById = new Map(setting.halls.map((hall) => [hall.id, hall]));
  const batteriesByVehicle = groupBy([...setting.batteries.values()], (battery) => {
    const state = batteryStates.get(battery.id);
    return state?.goneAt === null ? (state.vehicleId ?? '') : '';
  });
  // One bay, one vehicle: older files may say otherwise, and then all that stand there are shown.
  const vehiclesByBay = groupBy(
    [...setting.vehicles.values()].filter(({ id }) => vehicleStates.get(id)?.bayId),
    ({ id }) => vehicleStates.get(id)!.bayId!,
  );
  const standing = bays.flatMap((bay) =>
    (vehiclesByBay.get(bay.id) ?? []).map((vehicle) => {
      const state = vehicleStates.get(vehicle.id)!;
      const hall = hallById.get(bay.hallId)!;
      const batteries = (batteriesByVehicle.get(vehicle.id) ?? [])
        .sort((a, b) => (a.mark < b.mark ? -1 : 1))
        .map((battery, _, all) =>
          standingIn(
            setting,
            battery,
            batteryStates.get(battery.id)!,
            vehicle,
            state,
            hall,
            blockOf(battery, all, batteryStates),
          ),
        );
      const collectDay = collectDayOf(state.collectOn, setting.today);
      return { vehicle, state, bay, hall, collectDay, batteries };
    }),
  );
  const house = houseOfSite(
    from,
    setting,
    standing.flatMap(({ batteries }) => batteries),
    asIf === undefined,
  );
  const stays = standing.map(({ batteries, ...stay }): Stay => ({
    ...stay,
    batteries: batteries.map((one) => keptIn(setting, house, one)),
    troubled: [],
  }));
  return {
    ...setting,
    bayMarks: Object.fromEntries(
      [...bays, ...setting.closed.bays].map(({ id, mark }) => [id, mark]),
    ),
    upToSeq: lastSeq(from),
    stays,
    stock: readStock(from),
    latitude: readLatitude(from),
  };
}

/**
 * One battery and its judgement, without loading the rest of the site; null if it is not fitted
 * in a vehicle that stands here, `or-was` here: then in the hall where that stood last.
 */
export function loadBattery(
  from: Db,
  at: number,
  batteryId: string,
  master: MasterData | null = readMasterData(from),
  is: 'here' | 'or-was' = 'here',
): AssessedBattery | null {
  const state = readBatteryStates(from, batteryId).get(batteryId);
  if (!master || !state?.vehicleId) return null;
  const { vehicleId } = state;
  const setting = settingOf(from, at, master);
  const battery = setting.batteries.get(batteryId);
  const vehicle = setting.vehicles.get(vehicleId);
  const vehicleState = readVehicleStates(from, vehicleId).get(vehicleId);
  const last = is === 'here' ? null : vehicleState?.stays.at(-1)?.bayId;
  const bay = [...setting.bays, ...setting.closed.bays].find(
    (one) => one.id === (vehicleState?.bayId ?? last),
  );
  const hall = [...setting.halls, ...setting.closed.halls].find((one) => one.id === bay?.hallId);
  // A lay-up that was withdrawn leaves its vehicle nowhere.
  if (!battery || !vehicle || !vehicleState || !hall) return null;
  const block = state.role === 'string' ? blockAmong(from, setting, battery, vehicleId) : null;
  const standing = standingIn(setting, battery, state, vehicle, vehicleState, hall, block);
  const known = houses.get(from);
  if (known?.today !== setting.today) loadSite(from, at);
  return keptIn(setting, houses.get(from)?.house ?? UNKNOWN_HOUSE, standing);
}
