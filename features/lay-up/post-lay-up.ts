import 'server-only';
import { cellsFor } from '../../core/battery/chemistries';
import { MS_PER_HOUR, shortDay } from '../../core/day';
import type { EntryData, EntryKind } from '../../core/logbook/kinds';
import { roundOnOrAfter } from '../../core/rules/rounds';
import { dropDraft } from '../../store/drafts';
import {
  putBattery,
  putOwner,
  putVehicle,
  readBatteries,
  readBatteryMarks,
  readOwners,
  readVehicles,
} from '../../store/site';
import type { Db } from '../../store/open';
import { whoIsIn, type Who } from '../access/who';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { recordWithVerdict } from '../logbook/record-with-verdict';
import { now } from '../server/clock';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { loadSite, type SiteSnapshot } from '../site/load';
import { nextMark } from './mark';
import { LayUp, problemsHere, problemsOf } from './schema';

/**
 * Takes a vehicle in: master data and entries in one transaction. Sent twice, it stands there
 * once; a bay that is taken or a collection day in the past is refused in plain words, with the
 * field that has to be mended.
 */
export async function postLayUp(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const parsed = LayUp.safeParse(body);
  if (!parsed.success) {
    const { path, message } = problemsOf(parsed.error)[0]!;
    return refuse(400, path ? `${path}: ${message}` : message, { field: path });
  }
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
  const problem = problemsHere(layUp, loaded.today, baysOf(loaded))[0];
  if (problem) return refuse(422, problem.message, { field: problem.path });
  const fitted = layUp.batteries.find(({ id }) => readBatteries(db(), id).length > 0);
  if (fitted) {
    return refuse(409, 'One of these batteries is here already, under its own id: begin anew.');
  }
  const conflict = takeIn(db(), layUp, loaded.now, whoIsIn(request));
  if (conflict) return refuse(409, conflict);
  return Response.json({ vehicleId: layUp.vehicleId, nextRound });
}

/** Bays of the site and who stands in them. */
export function baysOf(loaded: SiteSnapshot) {
  const taken = new Map(loaded.stays.map((stay) => [stay.bay.id, stay.vehicle.name]));
  return new Map(loaded.bays.map(({ id, mark }) => [id, { mark, takenBy: taken.get(id) ?? null }]));
}

class InTheWay extends Error {}

/** All of it or nothing; answers what is in the way, or null. */
export function takeIn(to: Db, layUp: LayUp, at: number, who: Who): string | null {
  const record = <K extends EntryKind>(
    kind: K,
    subjectId: string,
    when: number,
    data: EntryData<K>,
  ) => {
    const entry = newEntry(kind, subjectId, when, data);
    const recorded = recordWithVerdict(recordedBy(who, entry));
    if (recorded.outcome === 'conflict') throw new InTheWay(recorded.reason);
  };
  const { vehicleId } = layUp;
  const take = to.transaction(() => {
    const { kind, name, facts, owner } = layUp;
    putVehicle(to, { id: vehicleId, kind, name, facts });
    // One owner, one record: the same name again is the same person.
    const known = owner && readOwners(to).find((one) => one.name === owner.name);
    const ownerId = known?.id ?? owner?.id ?? null;
    if (owner)
      putOwner(to, { ...owner, id: ownerId!, contact: owner.contact || known?.contact || '' });
    record('outing', vehicleId, at - layUp.restedHours * MS_PER_HOUR, { minutes: null });
    record('laid-up', vehicleId, at, { bayId: layUp.bayId, collectOn: layUp.collectOn });
    record('agreed', vehicleId, at, { ...layUp.terms, ownerId });
    if (layUp.allOff.length) record('all-off', vehicleId, at, { checked: layUp.allOff });
    for (const { id, caption } of layUp.photos) {
      record('photographed', vehicleId, at, { photoId: id, caption });
    }
    for (const battery of layUp.batteries) {
      const { id, role, place, chemistry, nominalVolts, capacityAh, fittedYear, details } = battery;
      putBattery(to, {
        id,
        mark: nextMark(readBatteryMarks(to)),
        chemistry,
        nominalVolts,
        cells: cellsFor(chemistry, nominalVolts),
        capacityAh,
        fittedYear,
        details,
      });
      record('fitted', id, at, { vehicleId, role, place });
      if (!battery.negativeOn) record('negative', id, at, { on: false });
      if (battery.inspection) record('inspected', id, at, battery.inspection);
      if (battery.drawMa !== null) record('draw', id, at, { milliamps: battery.drawMa });
      if (battery.volts !== null) {
        const { volts } = battery;
        record('reading', id, at, { volts, celsius: null, restedHours: null, confirmed: true });
      }
      if (battery.plan) record('plan-chosen', id, at, { plan: battery.plan });
    }
    dropDraft(to, vehicleId);
  });
  try {
    take.immediate();
    return null;
  } catch (error) {
    if (error instanceof InTheWay) return error.message;
    throw error;
  }
}
