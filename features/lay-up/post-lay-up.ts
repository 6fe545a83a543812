import { t } from '../../core/language';
import 'server-only';
import { cellsFor } from '../../core/battery/chemistries';
import { MS_PER_HOUR, shortDay } from '../../core/day';
import type { NewEntry } from '../../core/logbook/entry';
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
  type Owner,
} from '../../store/site';
import type { Db } from '../../store/open';
import { whoIsIn, type Who } from '../access/who';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { recordWithVerdict } from '../logbook/record-with-verdict';
import { now } from '../server/clock';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { loadSite } from '../site/load';
import type { SiteSnapshot } from '../site/snapshot';
import { highestMark, markOf } from './mark';
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
  if (!loaded) return refuse(404, t`The site is not set up yet.`);
  const nextRound = shortDay(roundOnOrAfter(loaded.rules, loaded.today));
  const before = readVehicles(db(), layUp.vehicleId)[0];
  if (before) {
    return before.name === layUp.name && before.kind === layUp.kind
      ? Response.json({ vehicleId: layUp.vehicleId, nextRound })
      : refuse(409, t`Another vehicle was laid up under this id.`);
  }
  const problem = problemsHere(layUp, loaded.today, baysOf(loaded))[0];
  if (problem) return refuse(422, problem.message, { field: problem.path });
  const fitted = layUp.batteries.find(({ id }) => readBatteries(db(), id).length > 0);
  if (fitted) {
    return refuse(409, t`One of these batteries is here already, under its own id: begin anew.`);
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
  const take = to.transaction(() => {
    const ownerId = putThings(to, layUp, known(to));
    for (const entry of entriesOf(layUp, at, ownerId)) {
      const recorded = recordWithVerdict(recordedBy(who, entry));
      if (recorded.outcome === 'conflict') throw new InTheWay(recorded.reason);
    }
    dropDraft(to, layUp.vehicleId);
  });
  try {
    take.immediate();
    return null;
  } catch (error) {
    if (error instanceof InTheWay) return error.message;
    throw error;
  }
}

/** Owners and marks of batteries that are here, to be added to as vehicles come. */
export interface KnownHere {
  readonly owners: Map<string, Owner>;
  readonly nextMark: () => string;
}
export function known(to: Db): KnownHere {
  let last = highestMark(readBatteryMarks(to));
  return {
    owners: new Map(readOwners(to).map((one) => [one.name, one])),
    nextMark: () => markOf(++last),
  };
}

/** Writes a vehicle, its owner and its batteries; answers whose it is. */
export function putThings(to: Db, layUp: LayUp, { owners, nextMark }: KnownHere): string | null {
  const { kind, name, facts, owner } = layUp;
  putVehicle(to, { id: layUp.vehicleId, kind, name, facts });
  if (owner) {
    // One owner, one record: the same name again is the same person.
    const before = owners.get(owner.name);
    const now = {
      ...owner,
      id: before?.id ?? owner.id,
      contact: owner.contact || before?.contact || '',
    };
    putOwner(to, now);
    owners.set(owner.name, now);
  }
  for (const battery of layUp.batteries) {
    const { id, chemistry, nominalVolts, capacityAh, fittedYear, details } = battery;
    const cells = cellsFor(chemistry, nominalVolts);
    putBattery(to, {
      ...{ id, mark: nextMark(), chemistry, nominalVolts, cells, capacityAh, fittedYear, details },
    });
  }
  return owner ? owners.get(owner.name)!.id : null;
}

/** What a lay-up leaves in the logbook. */
export function entriesOf(layUp: LayUp, at: number, ownerId: string | null): NewEntry[] {
  const { vehicleId, bayId, collectOn } = layUp;
  const ofVehicle = [
    newEntry('outing', vehicleId, at - layUp.restedHours * MS_PER_HOUR, { minutes: null }),
    newEntry('laid-up', vehicleId, at, { bayId, collectOn }),
    newEntry('agreed', vehicleId, at, { ...layUp.terms, ownerId }),
    ...(layUp.allOff.length ? [newEntry('all-off', vehicleId, at, { checked: layUp.allOff })] : []),
    ...layUp.photos.map(({ id, caption }) =>
      newEntry('photographed', vehicleId, at, { photoId: id, caption }),
    ),
  ];
  const ofBatteries = layUp.batteries.flatMap((battery): NewEntry[] => {
    const { id, role, place, negativeOn, inspection, drawMa, volts, plan } = battery;
    const reading = { celsius: null, restedHours: null, confirmed: true };
    return [
      newEntry('fitted', id, at, { vehicleId, role, place }),
      ...(negativeOn ? [] : [newEntry('negative', id, at, { on: false })]),
      ...(inspection ? [newEntry('inspected', id, at, inspection)] : []),
      ...(drawMa === null ? [] : [newEntry('draw', id, at, { milliamps: drawMa })]),
      ...(volts === null ? [] : [newEntry('reading', id, at, { volts, ...reading })]),
      ...(plan ? [newEntry('plan-chosen', id, at, { plan })] : []),
    ];
  });
  return [...ofVehicle, ...ofBatteries];
}
