import { t, msg, withWords } from '../../core/language';
import 'server-only';
import { MS_PER_DAY, dayName, dayOf } from '../../core/day';
import {
  closeEmpty,
  noteTakenBack,
  readBrought,
  readEntriesBrought,
  readWorkedOnSince,
} from '../../store/brought';
import { recordEntries } from '../../store/record';
import { readSite } from '../../store/site';
import { whoIsIn } from '../access/who';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { now } from '../server/clock';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { bringAside, leaveBrought, shareBrought } from './bring-aside';
import { Brought } from './schema';
import { Refused } from './take-in';

/** A list of five thousand vehicles is no longer. */
const MAX_BYTES = 32_000_000;
const WRONG_LIST = withWords({ why: msg`the list was taken back` });

/**
 * Takes a list of vehicles in, whole or not at all, in a thread of its own, so that everybody else can look
 * meanwhile; on this one where the program was not built by ./ember. Sent twice, each stands there once; what
 * cannot be is refused with the vehicle that it is about.
 */
export async function postBrought(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, Brought, MAX_BYTES);
  if (refusal) return refusal;
  try {
    return Response.json(await bringAside(data, whoIsIn(request)));
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return refuse(error.status, error.message, error.field ? { field: error.field } : {});
  }
}

/** How far a list is that is on its way in; null: it is not, or not any more. */
export const getBrought = (id: string): Response => Response.json({ share: shareBrought(id) });

/**
 * Takes a list back, whole, within a day: its entries are struck, and the bays made for it go. Not where
 * something was recorded of its vehicles since: that would be struck with it. One that is on its way in is
 * left before anything of it stands here.
 */
export function deleteBrought(request: Request, id: string): Response {
  if (leaveBrought(id)) return Response.json({ kept: true });
  const who = whoIsIn(request);
  const at = now();
  const back = db().transaction(() => {
    const list = readBrought(db(), id);
    if (!list) throw new Refused(404, t`There is no such list.`);
    if (list.takenBackAt !== null) return;
    if (at - list.at > MS_PER_DAY) {
      throw new Refused(409, t`It came more than a day ago: hand its vehicles back one by one.`);
    }
    const worked = readWorkedOnSince(db(), list);
    if (worked.length > 0) {
      const names = worked.slice(0, 3).join(', ');
      throw new Refused(
        409,
        t`Something was recorded since of ${names}${worked.length > 3 ? t` and ${worked.length - 3} more` : ''}: strike that first.`,
      );
    }
    const strikes = readEntriesBrought(db(), list).map((entry) =>
      recordedBy(
        who,
        newEntry('withdrawn', entry.subjectId, at, WRONG_LIST, entry.id, entry.subjectKind),
      ),
    );
    const inTheWay = recordEntries(db(), strikes, new Date(at).toISOString());
    if (inTheWay) throw new Refused(409, inTheWay);
    const { timeZone } = readSite(db())!;
    closeEmpty(db(), list.bays, dayName(dayOf(at, timeZone)));
    noteTakenBack(db(), id, at);
  });
  try {
    back.immediate();
    return Response.json({ kept: true });
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return refuse(error.status, error.message);
  }
}
