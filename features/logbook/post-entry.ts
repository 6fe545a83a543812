import { t } from '../../core/language';
import 'server-only';
import { MS_PER_DAY, dayOf } from '../../core/day';
import { THE_SITE, type Here, type SubjectKind } from '../../core/logbook/kind';
import { aRole, isEnough } from '../../core/access/roles';
import { ENTRY_KINDS, SENT_KINDS, leastForKind } from '../../core/logbook/kinds';
import { HOUSE_RULES } from '../../core/rules/rules';
import { parseEntry, type NewEntry } from '../../core/logbook/entry';
import { plain } from '../../core/words/words';
import { hookRefusal } from '../../core/connections/active-connections';
import { fitOf } from '../../core/connections/charger-suitability';
import { FIRST_WORDS } from '../../core/gate/acts';
import { reasonsAgainst } from '../../core/gate/gate';
import { namedOffer, withOwn } from '../../core/connections/available-connections';
import { doubtOf } from '../../core/assessment/plausible';
import { typedReading } from '../../core/assessment/judge';
import { readEntry } from '../../store/entries';
import { isCorrection } from '../../store/sheets';
import { masterDataHolds, readMasterData, type MasterData } from '../../store/master-data';
import { now } from '../server/clock';
import { whoIsIn, type Who } from '../access/who';
import { recordedBy } from './new-entry';
import { isTheirs } from './recorder';
import { recordWithVerdict, type Looked } from './record-with-verdict';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { activeConnectionsOf } from '../site/connections';
import { loadBattery, loadSite } from '../site/load';
import { troubleOf } from '../site/trouble';
import type { AssessedBattery } from '../site/snapshot';
import { roomAirs } from '../site/room-air';

/**
 * Records one entry. 200 with its number once it is on disk, also when it was there before; 400
 * for an entry that is not one; 404 for a subject that is not here; 409 when the id stands for
 * other content, or something else is in the way; 422 with a question when a reading makes no
 * sense and nobody has confirmed it; 503 when the disk is full or does not let anybody write.
 */
export async function handlePostEntry(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  return allOrNone([body], whoIsIn(request), ([one]) => Response.json(one));
}

const MAX_AT_ONCE = 20;

/** Records several entries that belong together, all or none; refusals as for one. */
export async function postEntries(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  if (!Array.isArray(body) || body.length === 0 || body.length > MAX_AT_ONCE) {
    return refuse(400, t`Send a list of 1 to ${MAX_AT_ONCE} entries.`);
  }
  return allOrNone(body, whoIsIn(request), (all) => Response.json({ recorded: all.length }));
}

interface Acknowledged {
  readonly id: string;
  readonly seq: number;
  readonly outcome: 'recorded' | 'known';
}

class Refused extends Error {
  constructor(readonly reply: Response) {
    super('refused');
  }
}

/** What one request is held against. */
interface Held {
  readonly master: MasterData;
  readonly at: number;
  readonly who: Who;
}

/** What an entry touches that is not master data. */
const ORDINARY: readonly SubjectKind[] = ['battery', 'vehicle'];
function isOrdinaryEntry(entry: NewEntry): boolean {
  const struck = entry.strikes === null ? null : readEntry(db(), entry.strikes);
  return (
    ORDINARY.includes(entry.subjectKind) &&
    !isCorrection(entry) &&
    !(struck && isCorrection(struck))
  );
}

/** Each is checked beside those before it, in the transaction in which all are recorded. */
function allOrNone(
  bodies: readonly unknown[],
  who: Who,
  reply: (all: Acknowledged[]) => Response,
): Response {
  const record = db().transaction(() => {
    let master = readMasterData(db());
    const at = now();
    let isOrdinary = true;
    const all = bodies.map((body): Acknowledged => {
      if (!master) throw new Refused(refuse(409, t`Set the site up first.`));
      const { entry, looked } = check(body, { master, at, who });
      const recorded = recordWithVerdict(entry, looked);
      if (recorded.outcome === 'conflict') throw new Refused(refuse(409, recorded.reason));
      if (!isOrdinaryEntry(entry)) {
        isOrdinary = false;
        master = readMasterData(db());
      }
      return { id: entry.id, seq: recorded.seq, outcome: recorded.outcome };
    });
    if (isOrdinary) masterDataHolds(db(), master);
    return all;
  });
  try {
    return reply(record.immediate());
  } catch (error) {
    if (error instanceof Refused) return error.reply;
    // Not for this entry's sake: all of them wait until it is mended.
    if (/^SQLITE_(FULL|IOERR|READONLY|BUSY)/.test((error as { code?: string }).code ?? '')) {
      return refuse(
        503,
        t`nothing can be written to the server’s disk: ${(error as Error).message}`,
      );
    }
    throw error;
  }
}

/** An entry that may be recorded, with what was looked up for it. Throws `Refused` for another. */
function check(body: unknown, held: Held): { entry: NewEntry; looked: Looked } {
  const { at, master, who } = held;
  const parsed = parseEntry(body);
  if (!parsed.ok) throw new Refused(refuse(400, parsed.reason));
  if (!isTheirs(parsed.entry, who.name)) {
    const { by } = parsed.entry;
    throw new Refused(
      refuse(403, t`This was recorded by ${by}: it goes out when they are signed in.`),
    );
  }
  const entry = recordedBy(who, parsed.entry);
  const notYours = othersWork(entry, who);
  if (notYours) throw new Refused(refuse(403, notYours));
  if (!isHere(entry, master)) {
    const reason = t`subjectId: there is no ${entry.subjectKind} ${entry.subjectId} here.`;
    throw new Refused(refuse(404, reason));
  }
  const known = readEntry(db(), entry.id);
  // A resend is answered from the logbook, whatever would be asked about it now.
  if (known) return { entry, looked: { known, kept: null, at } };
  if (Date.parse(entry.at) > at + MAX_AHEAD_MS) {
    const reason = t`at: is ${entry.at.slice(0, 10)} right? That is over a week to come: look at the clock of this device.`;
    throw new Refused(refuse(409, reason));
  }
  const misplaced = misplacement(entry, held) ?? wronglyHung(entry, held);
  if (misplaced) throw new Refused(refuse(409, misplaced));
  // One whose vehicle stands nowhere is recorded too: there is nothing to hold it against.
  const kept = entry.kind === 'reading' ? loadBattery(db(), at, entry.subjectId, master) : null;
  const question = questionAbout(entry, kept);
  if (question) throw new Refused(refuse(422, question));
  return { entry, looked: { known, kept, at } };
}

/** Why somebody may not record an entry; null: they may. */
function othersWork(entry: NewEntry, who: Who): string | null {
  const struck = entry.strikes === null ? null : readEntry(db(), entry.strikes);
  if (!SENT_KINDS.includes(struck?.kind ?? entry.kind) || !SENT_KINDS.includes(entry.kind)) {
    return t`This stands in the logbook by itself: nobody records it, or takes it back.`;
  }
  const least = leastForKind(entry.kind);
  if (!isEnough(who.role, least)) {
    return t`This is recorded by ${aRole(least)}: ask one to do it, or to sign in here.`;
  }
  // Who walks a round takes back what they said themselves.
  return struck && struck.by !== who.name && !isEnough(who.role, 'attendant')
    ? t`What ${struck.by} recorded is corrected by them, or by ${aRole('attendant')}.`
    : null;
}

/** Nothing that has happened lies further ahead than this, however wrong a clock may be. */
const MAX_AHEAD_MS = 7 * MS_PER_DAY;

/** What is wrong with an entry where it is to be recorded; null: nothing. */
function misplacement(entry: NewEntry, { master, at }: Held): string | null {
  const { check }: { readonly check?: unknown } = ENTRY_KINDS[entry.kind];
  if (!check) return null;
  const here: Here = {
    today: dayOf(at, master.site.timeZone),
    hasBay: (id) => master.bays.some((bay) => bay.id === id),
    hasHall: (id) => master.halls.some((hall) => hall.id === id),
    hasVehicle: (id) => master.vehicles.has(id),
    hasBattery: (id) => id !== entry.subjectId && master.batteries.has(id),
    cells: master.batteries.get(entry.subjectId)?.cells ?? null,
  };
  // The data of an entry are of its own kind.
  return (check as (data: unknown, here: Here) => string | null)(entry.data, here);
}

/** An entry that says what is happening now is an intent, and an older one a fact. */
const FRESH_MS = 10 * 60_000;

/**
 * Why a battery may not hang where an entry hangs it; null where it may. The gate refuses what is
 * about to be done; what was done before, or all the same and with a reason, is recorded, and its
 * page says loudly what to do now.
 */
function wronglyHung(entry: NewEntry, { at }: Held): string | null {
  const starts = entry.kind === 'charge-started' || (entry.kind === 'maintainer' && entry.data.on);
  if (!starts) return null;
  const { hook, despite } = entry.data;
  const isFact = despite !== undefined || at - Date.parse(entry.at) > FRESH_MS;
  if (isFact && !hook) return null;
  const loaded = loadSite(db(), at);
  const kept = loaded?.stays
    .flatMap(({ batteries }) => batteries)
    .find(({ battery }) => battery.id === entry.subjectId);
  if (!loaded || !kept) return null;
  const hanging = activeConnectionsOf(loaded.stays);
  const taken = hook && hookRefusal(hook, entry.subjectId, hanging, loaded.stock);
  if (taken) return t`Not hung: ${taken}.`;
  // Where nothing can be judged, the gate has nothing to say: its page says what is to be corrected.
  if (isFact || troubleOf(loaded, kept) !== null) return null;
  const purpose = entry.kind === 'maintainer' ? 'maintain' : 'charge';
  const charger = loaded.stock.chargers.find(({ id }) => id === hook?.chargerId);
  const programme = charger?.programmes.find(({ id }) => id === hook?.programme);
  const room = roomAirs(loaded).get(kept.hallId) ?? null;
  const request = { context: kept.context, hallId: kept.hallId, room, purpose } as const;
  const because =
    charger && programme
      ? fitOf(charger, programme, request).because
      : reasonsAgainst(withOwn(namedOffer(entry.data.charger ?? '', purpose), request), purpose);
  if (because.length === 0) return null;
  const first = [...new Set(because.flatMap((one) => one.first))].map((one) => FIRST_WORDS[one]);
  return t`Not hung: ${because.map(({ words }) => words).join(' ')}${first.length > 0 ? t` First: ${first.join('; ')}.` : ''} If it hangs already, say why in “despite”: then it is recorded, and take it off.`;
}

function isHere({ subjectKind, subjectId }: NewEntry, master: MasterData): boolean {
  switch (subjectKind) {
    case 'rules':
      return subjectId === HOUSE_RULES;
    case 'site':
      return subjectId === THE_SITE;
    case 'vehicle':
      return master.vehicles.has(subjectId);
    case 'hall':
      return master.halls.some(({ id }) => id === subjectId);
    case 'battery':
      return master.batteries.has(subjectId);
  }
}

/** What has to be asked before a reading is taken; null when it makes sense or was confirmed. */
function questionAbout(entry: NewEntry, kept: AssessedBattery | null): string | null {
  if (entry.kind !== 'reading' || entry.data.confirmed || !kept) return null;
  const { standing } = kept;
  // A correction is judged against the record without what it strikes.
  const state =
    entry.strikes === null
      ? standing.state
      : {
          ...standing.state,
          readings: standing.state.readings.filter((reading) => reading.id !== entry.strikes),
        };
  const before = { ...standing, state };
  const reading = typedReading(before, { ...entry.data, at: Date.parse(entry.at) });
  const doubt = doubtOf(reading, before);
  return doubt ? plain(doubt.question) : null;
}
