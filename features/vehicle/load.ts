import 'server-only';
import { dayOf, toDay } from '../../core/day';
import { readEntriesOf } from '../../store/entries';
import { clockStands } from '../server/clock';
import { db } from '../server/store';
import type { LoadedSite } from '../site/load';
import { toWireHall } from '../site/wire';
import { wireBatteries, wireVehicle } from '../round/load';
import type { VehicleData } from './vehicle-data';

/** A vehicle's page, or null when there is no such vehicle in a bay. */
export function vehicleData(loaded: LoadedSite, vehicleId: string): VehicleData | null {
  const stay = loaded.stays.find((one) => one.vehicle.id === vehicleId);
  if (!stay) return null;
  const subjects = [
    { kind: 'vehicle' as const, id: vehicleId },
    ...stay.batteries.map(({ battery }) => ({ kind: 'battery' as const, id: battery.id })),
  ];
  return {
    clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
    today: dayOf(loaded.now, loaded.site.timeZone),
    seasonStart: toDay(loaded.site.seasonStart),
    rules: loaded.rules,
    hall: toWireHall(stay.hall, loaded.temperatures.get(stay.hall.id)!),
    vehicle: wireVehicle(stay),
    batteries: wireBatteries(stay),
    bays: Object.fromEntries(loaded.bays.map((bay) => [bay.id, bay.mark])),
    entries: subjects.flatMap(({ kind, id }) => readEntriesOf(db(), kind, id)),
  };
}
