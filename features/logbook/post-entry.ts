import 'server-only';
import { HOUSE_RULES } from '../../core/rules/rules';
import { parseEntry, type NewEntry } from '../../core/logbook/entry';
import { plain } from '../../core/judge/words';
import { judgeReading } from '../../core/judge/verdict';
import { recordEntry } from '../../store/record';
import { readEntry } from '../../store/entries';
import { now } from '../server/clock';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { readVehicles } from '../../store/site';
import { loadBattery, type KeptBattery } from '../site/load';

/**
 * Records one entry. 200 with its number once it is on disk, also when it was there before; 400
 * for an entry that is not one; 404 for a subject that is not here; 409 when the id stands for
 * other content; 422 with a question when a reading makes no sense and nobody has confirmed it.
 */
export async function postEntry(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const parsed = parseEntry(body);
  if (!parsed.ok) return refuse(400, parsed.reason);
  const { entry } = parsed;
  const kept = entry.subjectKind === 'battery' ? loadBattery(db(), now(), entry.subjectId) : null;
  if (!isHere(entry, kept)) {
    return refuse(404, `subjectId: there is no ${entry.subjectKind} ${entry.subjectId} here.`);
  }
  // A resend is answered from the logbook, whatever would be asked about it now.
  const question = readEntry(db(), entry.id) ? null : questionAbout(entry, kept);
  if (question) return refuse(422, question);
  const recorded = recordEntry(db(), entry, new Date(now()).toISOString());
  if (recorded.outcome === 'conflict') return refuse(409, recorded.reason);
  return Response.json({ id: entry.id, seq: recorded.seq, outcome: recorded.outcome });
}

function isHere(entry: NewEntry, battery: KeptBattery | null): boolean {
  switch (entry.subjectKind) {
    case 'rules':
      return entry.subjectId === HOUSE_RULES;
    case 'vehicle':
      return readVehicles(db(), entry.subjectId).length > 0;
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
