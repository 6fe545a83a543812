import { t } from '../../core/language';
import 'server-only';
import { instantAt, shortDay, toDay, type Day } from '../../core/day';
import type { NewEntry } from '../../core/logbook/entry';
import { roundOnOrAfter } from '../../core/rules/rounds';
import { addBrought, readBrought } from '../../store/brought';
import { lastSeq } from '../../store/entries';
import { recordEntries } from '../../store/record';
import { putBay, readBays, readHalls } from '../../store/site';
import type { Who } from '../access/who';
import { baysOf, entriesOf, known, putThings, type KnownHere } from '../lay-up/post-lay-up';
import { problemsHere } from '../lay-up/schema';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { now } from '../server/clock';
import { db } from '../server/store';
import { loadSite } from '../site/load';
import type { SiteSnapshot } from '../site/snapshot';
import type { Brought } from './schema';

/** Nobody says at what hour it came, or was read. */
const [CAME_AT, READ_AT] = [8, 12];

/** A list knows nothing of these, and whoever takes the lead off stands at the battery’s page. */
const notLookedAt = () =>
  t`Brought from a list: nobody has looked for alarm, tracker, radio code, keys and locks. Look, and ask its owner, before a lead comes off.`;

/** Why a list is not taken in, or not back. */
export class Refused extends Error {
  constructor(
    readonly status: number,
    reason: string,
    readonly field?: string,
  ) {
    super(reason);
  }
}

/** What became of a list that was taken in. */
export interface TakenIn {
  readonly id: string;
  readonly vehicles: number;
  readonly nextRound: string;
}

/** A vehicle is put into its bay, its entries are written, and it is folded: of the whole way a third each. */
const PUT = 1 / 3;

/**
 * Takes a list of vehicles in, whole or not at all. Sent twice, each stands there once. Throws a
 * `Refused` with the vehicle that cannot be. `step` is told the share that is done, from 0 to 1, and may
 * throw to leave all of it.
 */
export function takeIn(
  data: Brought,
  who: Who,
  step: (share: number) => void = () => undefined,
): TakenIn {
  const bring = db().transaction((): TakenIn => {
    const bays = addBays(data);
    const loaded = loadSite(db(), now());
    if (!loaded) throw new Refused(404, t`The site is not set up yet.`);
    const before = readBrought(db(), data.id);
    const nextRound = shortDay(roundOnOrAfter(loaded.rules, loaded.today));
    if (before) return { id: data.id, vehicles: before.vehicles, nextRound };
    const held = {
      ...{ loaded, bays: new Map(baysOf(loaded)), known: known(db()) },
      instant: instantsOf(loaded),
    };
    const entries = data.vehicles.flatMap((one, i) => {
      step((PUT * i) / data.vehicles.length);
      return takeOne(one, i, held);
    });
    const firstSeq = lastSeq(db()) + 1;
    const recordedAt = new Date(loaded.now).toISOString();
    const inTheWay = recordEntries(
      db(),
      entries.map((entry) => recordedBy(who, entry)),
      recordedAt,
      (share) => step(PUT + (1 - PUT) * share),
    );
    if (inTheWay) throw new Refused(409, inTheWay);
    addBrought(db(), {
      ...{ id: data.id, at: loaded.now, by: who.name, vehicles: data.vehicles.length },
      ...{ firstSeq, lastSeq: lastSeq(db()), bays, takenBackAt: null },
    });
    return { id: data.id, vehicles: data.vehicles.length, nextRound };
  });
  return bring.immediate();
}

/** Bays that are new, behind those of their hall; answers their ids. */
function addBays({ hallId, newBays }: Brought): string[] {
  if (newBays.length === 0) return [];
  if (!readHalls(db()).some(({ id }) => id === hallId)) {
    throw new Refused(404, t`hallId: there is no such hall here.`, 'hallId');
  }
  const here = new Set(readBays(db()).map(({ mark }) => mark));
  let walkOrder = Math.max(0, ...readBays(db()).map((bay) => bay.walkOrder));
  const added = newBays.filter((mark) => !here.has(mark));
  for (const mark of added) {
    const rowMark = /^[A-Z]*/.exec(mark)![0];
    putBay(db(), { id: `bay-${mark}`, hallId: hallId!, mark, rowMark, walkOrder: ++walkOrder });
  }
  return added.map((mark) => `bay-${mark}`);
}

interface Held {
  readonly loaded: SiteSnapshot;
  readonly bays: Map<string, { readonly mark: string; readonly takenBy: string | null }>;
  readonly known: KnownHere;
  /** An hour of a day at the site, and not later than now. */
  readonly instant: (day: Day, hour: number) => number;
}

/** Asked of few days, and of each for many vehicles: the calendar of a time zone is slow to ask. */
function instantsOf({ now: at, site: { timeZone } }: SiteSnapshot): Held['instant'] {
  const told = new Map<string, number>();
  return (day, hour) => {
    const key = `${day}/${hour}`;
    let instant = told.get(key);
    if (instant === undefined) {
      told.set(key, (instant = Math.min(at, instantAt(day, hour, 0, timeZone))));
    }
    return instant;
  };
}

/** Writes what a vehicle of a list is, and answers what is to stand in the logbook of it. */
function takeOne(
  { layUp, since, readings, maintained, notes }: Brought['vehicles'][number],
  i: number,
  { loaded, bays, known: here, instant }: Held,
): NewEntry[] {
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
      t`${layUp.name}: it came and was read up to today, in that order.`,
      field('since'),
    );
  }
  const at = instant(came, CAME_AT);
  const ownerId = putThings(db(), layUp, here);
  bays.set(layUp.bayId, { mark: bays.get(layUp.bayId)!.mark, takenBy: layUp.name });
  return [
    ...entriesOf(layUp, at, ownerId),
    ...readings.map(({ batteryId, on, volts, celsius }) => {
      const data = { volts, celsius, restedHours: null, confirmed: true };
      return newEntry('reading', batteryId, instant(toDay(on), READ_AT), data);
    }),
    // After its readings, which were taken at rest: since when it hangs there nobody says.
    ...maintained.map(({ batteryId, charger }) =>
      newEntry('maintainer', batteryId, loaded.now, { on: true, charger }),
    ),
    ...notes.map(({ batteryId, text }) => newEntry('note', batteryId, at, { text })),
    ...layUp.batteries.map(({ id }) => newEntry('note', id, loaded.now, { text: notLookedAt() })),
  ];
}
