import { postsOf } from '../../core/site/charging-equipment';
import { UNKNOWN_OFFSET } from '../../core/estimation/house';
import { t } from '../../core/language';
import 'server-only';
import { dayOf, toDay } from '../../core/day';
import { inOrder } from '../../core/logbook/entry';
import { readEntriesOf, readEntriesOfBattery } from '../../store/entries';
import { keptPhotos } from '../../store/photos';
import { factsOf, readBatteries, readOwners } from '../../store/site';
import { readBatteryStates } from '../../store/states';
import { readVerdictsOf } from '../../store/verdicts';
import { clockStands } from '../server/clock';
import { db } from '../server/store';
import { benchHall } from '../site/bench-hall';
import { maintainersFree } from '../site/connections';
import { batteryDtosOf, hallDto, vehicleDtoOf } from '../site/to-page';
import type { SiteSnapshot } from '../site/snapshot';
import type { BatteryDto } from '../site/dto';
import { backBatteriesOf, walkOfStay } from '../hand-back/load';
import { thinned } from '../../core/parasitic-draw/thinned';
import { lastMark } from '../../core/parasitic-draw/marks';
import { readTracesOf } from '../../store/traces';
import type { VehicleData, TraceDto } from './vehicle-data';

/** A vehicle's page, or null when there is no such vehicle in a bay. */
export function vehicleData(loaded: SiteSnapshot, vehicleId: string): VehicleData | null {
  const stay = loaded.stays.find((one) => one.vehicle.id === vehicleId);
  if (!stay) return null;
  const wireHall = (hall: { id: string; name: string }) => hallDto(loaded, hall);
  const gone = goneFrom(vehicleId);
  const batteries = batteryDtosOf(stay);
  const vehicleEntries = readEntriesOf(db(), 'vehicle', vehicleId);
  const all = [...batteries, ...gone];
  const photos = keptPhotos(db(), vehicleId);
  return {
    clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
    today: dayOf(loaded.now, loaded.site.timeZone),
    seasonStart: toDay(loaded.site.seasonStart),
    rules: loaded.rules,
    ruleVersion: loaded.ruleBook.version,
    hall: wireHall(stay.hall),
    hallKind: stay.hall.kind,
    latitude: loaded.latitude,
    halls: loaded.halls.map((hall) => ({ ...wireHall(hall), kind: hall.kind })),
    maintainersFree: maintainersFree(loaded),
    posts: postsOf(loaded.stock.outlets),
    bench: wireHall(benchHall(loaded.halls)),
    vehicle: vehicleDtoOf(stay),
    owner: readOwners(db()).find(({ id }) => id === stay.state.terms.ownerId) ?? null,
    readiness: walkOfStay(stay, backBatteriesOf(stay))?.readiness ?? null,
    terms: stay.state.terms,
    allOff: stay.state.allOff,
    photos: inOrder(vehicleEntries).flatMap((entry) =>
      entry.kind === 'photographed' && photos.has(entry.data.photoId)
        ? [{ id: entry.data.photoId, caption: entry.data.caption }]
        : [],
    ),
    batteries,
    gone,
    bays: loaded.bayMarks,
    entries: vehicleEntries,
    batteryEntries: Object.fromEntries(all.map(({ id }) => [id, readEntriesOfBattery(db(), id)])),
    verdicts: Object.fromEntries(
      all.flatMap(({ id }) => readVerdictsOf(db(), id)).map((one) => [one.entryId, one]),
    ),
    traces: tracesOf(vehicleId, loaded.site.timeZone),
  };
}

/** So many draw tests are laid over each other; more would be a tangle. */
const MAX_TRACES = 4;

function tracesOf(vehicleId: string, timeZone: string): TraceDto[] {
  return readTracesOf(db(), vehicleId, MAX_TRACES).map(({ id, batteryId, at, marks, trace }) => {
    // While the meter carried it all.
    const begun = lastMark(marks, 'jumper-off')?.at ?? 0;
    const ended = lastMark(marks, 'jumper-back')?.at ?? Infinity;
    const points = thinned(trace).filter(
      ({ seconds }) => seconds >= begun && (ended < begun || seconds < ended),
    );
    return {
      id,
      batteryId,
      day: dayOf(at, timeZone),
      seconds: points.map(({ seconds }) => Math.round(seconds - begun)),
      amps: points.map(({ amps }) => Number(amps.toPrecision(4))),
    };
  });
}

function goneFrom(vehicleId: string): BatteryDto[] {
  const states = readBatteryStates(db());
  const ids = [...states].flatMap(([id, state]) =>
    state.vehicleId === vehicleId && state.goneAt !== null ? [id] : [],
  );
  return ids.flatMap((id) =>
    readBatteries(db(), id).map((battery) => ({
      id,
      mark: battery.mark,
      label: t`${battery.mark}, gone`,
      facts: factsOf(battery),
      details: battery.details,
      state: states.get(id)!,
      hallId: '',
      block: null,
      benchHallId: null,
      silentSince: null,
      house: UNKNOWN_OFFSET,
    })),
  );
}
