import 'server-only';
import { dayOf, toDay } from '../../core/day';
import { HOUSE_RULES } from '../../core/rules/rules';
import { parseEntry, type NewEntry } from '../../core/logbook/entry';
import { plain } from '../../core/judge/words';
import { hookRefusal } from '../../core/charge/board';
import { fitOf } from '../../core/charge/fit';
import { fitSubjectOf } from '../../core/charge/subject';
import { chargeBlock } from '../../core/inspect/open';
import { levelsProblem } from '../../core/inspect/points';
import { judgeReading } from '../../core/judge/verdict';
import { foldVehicle } from '../../core/logbook/fold';
import { readEntriesOf, readEntry } from '../../store/entries';
import { readVehicleStates } from '../../store/states';
import { now } from '../server/clock';
import { recordSaid } from './record-said';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { readBatteries, readBays, readHalls, readSite, readVehicles } from '../../store/site';
import { hangingOf, loadBattery, loadSite, type KeptBattery } from '../site/load';

/**
 * Records one entry. 200 with its number once it is on disk, also when it was there before; 400
 * for an entry that is not one; 404 for a subject that is not here; 409 when the id stands for
 * other content; 422 with a question when a reading makes no sense and nobody has confirmed it.
 */
export async function postEntry(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const checked = check(body);
  if (checked.refusal) return checked.refusal;
  const recorded = recordSaid(checked.entry);
  if (recorded.outcome === 'conflict') return refuse(409, recorded.reason);
  return Response.json({ id: checked.entry.id, seq: recorded.seq, outcome: recorded.outcome });
}

const MOST_AT_ONCE = 20;

/** Records several entries that belong together, all or none; refusals as for one. */
export async function postEntries(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  if (!Array.isArray(body) || body.length === 0 || body.length > MOST_AT_ONCE) {
    return refuse(400, `Send a list of 1 to ${MOST_AT_ONCE} entries.`);
  }
  const checked = body.map(check);
  const refused = checked.find((one) => one.refusal);
  if (refused?.refusal) return refused.refusal;
  try {
    db()
      .transaction(() => {
        for (const { entry } of checked) {
          const recorded = recordSaid(entry!);
          if (recorded.outcome === 'conflict') throw new Conflict(recorded.reason);
        }
      })
      .immediate();
  } catch (error) {
    if (error instanceof Conflict) return refuse(409, error.message);
    throw error;
  }
  return Response.json({ recorded: checked.length });
}

class Conflict extends Error {}

/** An entry that may be recorded, or the refusal to send. */
function check(
  body: unknown,
): { entry: NewEntry; refusal?: undefined } | { entry?: undefined; refusal: Response } {
  const parsed = parseEntry(body);
  if (!parsed.ok) return { refusal: refuse(400, parsed.reason) };
  const { entry } = parsed;
  const kept = entry.subjectKind === 'battery' ? loadBattery(db(), now(), entry.subjectId) : null;
  if (!isHere(entry, kept)) {
    const reason = `subjectId: there is no ${entry.subjectKind} ${entry.subjectId} here.`;
    return { refusal: refuse(404, reason) };
  }
  // A resend is answered from the logbook, whatever would be asked about it now.
  if (readEntry(db(), entry.id)) return { entry };
  const misplaced = misplacement(entry) ?? wronglyHung(entry);
  if (misplaced) return { refusal: refuse(409, misplaced) };
  const question = questionAbout(entry, kept);
  return question ? { refusal: refuse(422, question) } : { entry };
}

/** Why a vehicle or battery cannot go where an entry puts it; null where it can. */
function misplacement(entry: NewEntry): string | null {
  if (entry.kind === 'moved' || entry.kind === 'laid-up') {
    const bay = readBays(db()).find((one) => one.id === entry.data.bayId);
    if (!bay) return `bayId: there is no bay ${entry.data.bayId} here.`;
    return takenBy(bay.id, entry.subjectId);
  }
  if (entry.kind === 'collection' && entry.data.on !== null) {
    const today = dayOf(now(), readSite(db())!.timeZone);
    return toDay(entry.data.on) < today
      ? 'on: that day is past; choose today or a later one.'
      : null;
  }
  if (entry.kind === 'withdrawn' && entry.subjectKind === 'vehicle') {
    // A move taken back puts the vehicle where it was, and somebody else may stand there now.
    const left = readEntriesOf(db(), 'vehicle', entry.subjectId).filter(
      ({ id }) => id !== entry.strikes,
    );
    return takenBy(foldVehicle(left).bayId, entry.subjectId);
  }
  if (entry.kind === 'fitted' && readVehicles(db(), entry.data.vehicleId).length === 0) {
    return `vehicleId: there is no vehicle ${entry.data.vehicleId} here.`;
  }
  if (entry.kind === 'inspected') {
    const battery = readBatteries(db(), entry.subjectId)[0];
    const problem = battery && levelsProblem(entry.data.levels, battery.cells);
    return problem ? `levels: ${problem}.` : null;
  }
  if (entry.kind === 'levels') {
    const battery = readBatteries(db(), entry.subjectId)[0];
    const problem = battery && levelsProblem(entry.data.cells, battery.cells);
    if (problem) return `cells: ${problem}.`;
    const { addedMl } = entry.data;
    return addedMl && battery && addedMl.length !== battery.cells
      ? `addedMl: this battery has ${battery.cells} cells, and ${addedMl.length} were given.`
      : null;
  }
  if (entry.kind === 'hydrometer') {
    const battery = readBatteries(db(), entry.subjectId)[0];
    return battery && entry.data.gravities.length !== battery.cells
      ? `gravities: this battery has ${battery.cells} cells, and ${entry.data.gravities.length} were given.`
      : null;
  }
  if (entry.kind === 'taken-out' && entry.data.hallId !== null) {
    const { hallId } = entry.data;
    return readHalls(db()).some((hall) => hall.id === hallId)
      ? null
      : `hallId: there is no hall ${hallId} here.`;
  }
  return null;
}

/** Why a battery may not hang where an entry hangs it; null where it may. */
function wronglyHung(entry: NewEntry): string | null {
  const started = entry.kind === 'charge-started' || (entry.kind === 'maintainer' && entry.data.on);
  const hook = started ? entry.data.hook : undefined;
  if (!hook) return null;
  // Of what was sent late, only what stands now can be asked.
  const loaded = loadSite(db(), now());
  const kept = loaded?.stays
    .flatMap(({ batteries }) => batteries)
    .find(({ battery }) => battery.id === entry.subjectId);
  if (!loaded || !kept) return null;
  const blocked = chargeBlock(kept.standing.state);
  if (blocked) return `It is not charged before this is seen to: ${blocked.seen}.`;
  const charger = loaded.stock.chargers.find(({ id }) => id === hook.chargerId);
  const programme = charger?.programmes.find(({ id }) => id === hook.programme);
  const purpose = entry.kind === 'maintainer' ? 'maintain' : 'charge';
  const subject = fitSubjectOf(kept.standing, kept.battery.details, kept.hallId, purpose);
  const fit = charger && programme ? fitOf(charger, programme, subject) : null;
  const refusal = hookRefusal(hook, entry.subjectId, hangingOf(loaded.stays), loaded.stock, fit);
  return refusal && `Not hung: ${refusal}.`;
}

/** Who else stands in a bay, as a reason why `vehicleId` cannot; null where it is free. */
function takenBy(bayId: string | null, vehicleId: string): string | null {
  const bay = readBays(db()).find((one) => one.id === bayId);
  const states = readVehicleStates(db());
  const other = readVehicles(db()).find(
    ({ id }) => bay && id !== vehicleId && states.get(id)?.bayId === bay.id,
  );
  return other ? `Bay ${bay!.mark} is taken by ${other.name}: choose another.` : null;
}

function isHere(entry: NewEntry, battery: KeptBattery | null): boolean {
  switch (entry.subjectKind) {
    case 'rules':
      return entry.subjectId === HOUSE_RULES;
    case 'vehicle':
      return readVehicles(db(), entry.subjectId).length > 0;
    case 'hall':
      return readHalls(db()).some(({ id }) => id === entry.subjectId);
    case 'battery':
      return battery !== null;
  }
}

/** What has to be asked before a reading is taken; null when it makes sense or was confirmed. */
function questionAbout(entry: NewEntry, kept: KeptBattery | null): string | null {
  if (entry.kind !== 'reading' || entry.data.confirmed || !kept) return null;
  const { standing } = kept;
  // A correction is judged against the record without what it strikes.
  const state = {
    ...standing.state,
    readings: standing.state.readings.filter((reading) => reading.id !== entry.strikes),
  };
  const { doubt } = judgeReading(
    { ...standing, state },
    { ...entry.data, at: Date.parse(entry.at) },
  );
  return doubt ? plain(doubt.question) : null;
}
