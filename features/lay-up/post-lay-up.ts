import 'server-only';
import { cellsFor } from '../../core/battery/chemistries';
import { MS_PER_HOUR, parseDay, shortDay } from '../../core/day';
import { reasonOf } from '../../core/logbook/entry';
import { type EntryData, type EntryKind } from '../../core/logbook/kinds';
import { roundOnOrAfter } from '../../core/plan/rounds';
import { recordEntry } from '../../store/record';
import { addBattery, addVehicle, readBatteryMarks, readVehicles } from '../../store/site';
import type { Db } from '../../store/open';
import { newEntry } from '../logbook/new-entry';
import { now } from '../server/clock';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { loadSite, type LoadedSite } from '../site/load';
import { nextMark } from './mark';
import { LayUp } from './schema';

/**
 * Takes a vehicle in: master data and entries in one transaction. Sent twice, it stands there
 * once; a bay that is taken or a collection day in the past is refused in plain words.
 */
export async function postLayUp(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const parsed = LayUp.safeParse(body);
  if (!parsed.success) return refuse(400, reasonOf(parsed.error));
  const layUp = parsed.data;
  const loaded = loadSite(db(), now());
  if (!loaded) return refuse(404, 'The site is not set up yet.');
  const nextRound = shortDay(roundOnOrAfter(loaded.rules, loaded.today));
  const known = readVehicles(db(), layUp.vehicleId)[0];
  if (known) {
    return known.name === layUp.name && known.kind === layUp.kind
      ? Response.json({ vehicleId: layUp.vehicleId, nextRound })
      : refuse(409, 'Another vehicle was laid up under this id.');
  }
  const problem = problemWith(layUp, loaded);
  if (problem) return refuse(422, problem);
  takeIn(db(), layUp, loaded.now);
  return Response.json({ vehicleId: layUp.vehicleId, nextRound });
}

function problemWith(layUp: LayUp, loaded: LoadedSite): string | null {
  const bay = loaded.bays.find((one) => one.id === layUp.bayId);
  if (!bay) return 'bayId: there is no such bay.';
  const taken = loaded.stays.find((stay) => stay.bay.id === bay.id);
  if (taken) return `Bay ${bay.mark} is taken by ${taken.vehicle.name}: choose another.`;
  const collect = layUp.collectOn === null ? null : parseDay(layUp.collectOn);
  if (collect !== null && collect < loaded.today) {
    return `The collection day, ${shortDay(collect)}, is past.`;
  }
  return null;
}

function takeIn(to: Db, layUp: LayUp, at: number): void {
  const record = <K extends EntryKind>(
    kind: K,
    subjectId: string,
    when: number,
    data: EntryData<K>,
  ) => {
    const entry = newEntry(kind, subjectId, when, data);
    const recorded = recordEntry(to, entry, new Date(at).toISOString());
    if (recorded.outcome === 'conflict') throw new Error(recorded.reason);
  };
  to.transaction(() => {
    addVehicle(to, { id: layUp.vehicleId, kind: layUp.kind, name: layUp.name });
    record('outing', layUp.vehicleId, at - layUp.restedHours * MS_PER_HOUR, { minutes: null });
    record('laid-up', layUp.vehicleId, at, { bayId: layUp.bayId, collectOn: layUp.collectOn });
    for (const battery of layUp.batteries) {
      const { id, role, place, chemistry, nominalVolts, capacityAh, fittedYear } = battery;
      addBattery(to, {
        id,
        mark: nextMark(readBatteryMarks(to)),
        chemistry,
        nominalVolts,
        cells: cellsFor(chemistry, nominalVolts),
        capacityAh,
        fittedYear,
      });
      record('fitted', id, at, { vehicleId: layUp.vehicleId, role, place });
      if (battery.keeping === 'negative-off') record('negative', id, at, { on: false });
      if (battery.keeping === 'maintainer') record('maintainer', id, at, { on: true });
      if (battery.drawMa !== null) record('draw', id, at, { milliamps: battery.drawMa });
    }
  }).immediate();
}
