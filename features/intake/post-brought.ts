import 'server-only';
import { instantAt, shortDay, toDay } from '../../core/day';
import type { EntryData } from '../../core/logbook/kinds';
import { roundOnOrAfter } from '../../core/rules/rounds';
import { addBay, readBays, readHalls, readVehicles } from '../../store/site';
import { whoIsIn } from '../access/who';
import { baysOf, takeIn } from '../lay-up/post-lay-up';
import { problemsHere } from '../lay-up/schema';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { recordEntry } from '../../store/record';
import { now } from '../server/clock';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { loadSite, type SiteSnapshot } from '../site/load';
import { Brought } from './schema';

/** A list of five thousand vehicles is no longer. */
const MAX_BYTES = 32_000_000;
/** Nobody says at what hour it came, or was read. */
const [CAME_AT, READ_AT] = [8, 12];

/** A list knows nothing of these, and whoever takes the lead off stands at the battery’s page. */
const NOT_LOOKED_AT =
  'Brought from a list: nobody has looked for alarm, tracker, radio code, keys and locks. Look, and ask its owner, before a lead comes off.';

class Refused extends Error {
  constructor(
    readonly status: number,
    reason: string,
    readonly field?: string,
  ) {
    super(reason);
  }
}

/**
 * Takes a list of vehicles in, whole or not at all. Sent twice, each stands there once; what cannot be
 * is refused with the vehicle that it is about.
 */
export async function postBrought(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, Brought, MAX_BYTES);
  if (refusal) return refusal;
  const who = whoIsIn(request);
  const bring = db().transaction(() => {
    addBays(data);
    const loaded = loadSite(db(), now());
    if (!loaded) throw new Refused(404, 'The site is not set up yet.');
    const known = new Set(readVehicles(db()).map(({ id }) => id));
    const bays = new Map(baysOf(loaded));
    let taken = 0;
    data.vehicles.forEach((one, i) => {
      if (known.has(one.layUp.vehicleId)) return;
      takeOne(one, i, { loaded, bays, who });
      taken++;
    });
    return { vehicles: taken, nextRound: shortDay(roundOnOrAfter(loaded.rules, loaded.today)) };
  });
  try {
    return Response.json(bring.immediate());
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return refuse(error.status, error.message, error.field ? { field: error.field } : {});
  }
}

/** Bays that are new, behind those of their hall. */
function addBays({ hallId, newBays }: Brought): void {
  if (newBays.length === 0) return;
  if (!readHalls(db()).some(({ id }) => id === hallId)) {
    throw new Refused(404, 'hallId: there is no such hall here.', 'hallId');
  }
  const known = new Set(readBays(db()).map(({ mark }) => mark));
  let walkOrder = Math.max(0, ...readBays(db()).map((bay) => bay.walkOrder));
  for (const mark of newBays) {
    if (known.has(mark)) continue;
    const rowMark = /^[A-Z]*/.exec(mark)![0];
    addBay(db(), { id: `bay-${mark}`, hallId: hallId!, mark, rowMark, walkOrder: ++walkOrder });
  }
}

interface Held {
  readonly loaded: SiteSnapshot;
  readonly bays: Map<string, { readonly mark: string; readonly takenBy: string | null }>;
  readonly who: ReturnType<typeof whoIsIn>;
}

function takeOne(
  { layUp, since, readings, notes }: Brought['vehicles'][number],
  i: number,
  { loaded, bays, who }: Held,
): void {
  const { timeZone } = loaded.site;
  const field = (name: string) => `vehicles.${i}.${name}`;
  const problem = problemsHere(layUp, loaded.today, bays)[0];
  if (problem) {
    throw new Refused(422, `${layUp.name}: ${problem.message}`, field(`layUp.${problem.path}`));
  }
  const came = since === null ? loaded.today : toDay(since);
  const days = [came, ...readings.map(({ on }) => toDay(on))];
  if (days.some((day) => day > loaded.today || day < came)) {
    throw new Refused(
      422,
      `${layUp.name}: it came and was read up to today, in that order.`,
      field('since'),
    );
  }
  const at = Math.min(loaded.now, instantAt(came, CAME_AT, 0, timeZone));
  const conflict = takeIn(db(), layUp, at, who);
  if (conflict) throw new Refused(409, `${layUp.name}: ${conflict}`, field('layUp'));
  const record = <K extends 'reading' | 'note'>(
    ...about: [kind: K, batteryId: string, at: number, data: EntryData<K>]
  ) => recordEntry(db(), recordedBy(who, newEntry(...about)), new Date(loaded.now).toISOString());
  for (const { batteryId, on, volts } of readings) {
    const read = Math.min(loaded.now, instantAt(toDay(on), READ_AT, 0, timeZone));
    record('reading', batteryId, read, {
      ...{ volts, celsius: null, restedHours: null, confirmed: true },
    });
  }
  for (const { batteryId, text } of notes) record('note', batteryId, at, { text });
  for (const { id } of layUp.batteries) record('note', id, loaded.now, { text: NOT_LOOKED_AT });
  bays.set(layUp.bayId, { mark: bays.get(layUp.bayId)!.mark, takenBy: layUp.name });
}
