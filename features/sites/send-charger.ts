import { t } from '../../core/language';
import 'server-only';
import { isEnough } from '../../core/access/roles';
import { dropStock, putCharger, readStock } from '../../store/stock';
import { readHalls, readSiteName } from '../../store/site';
import { LEAST_FOR_API } from '../access/least';
import { whoIsIn, whoSent } from '../access/who';
import { highestInUse, somethingHangs, somethingLeans } from '../charge/stock-routes';
import { noted } from '../charge/stock-note';
import { here, installation } from '../server/here';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { at } from './served-sites';
import { ChargerGoes } from './schema';

class Refused extends Error {}

/**
 * A charger goes to another site of this installation: out of the stock here, into the one there, in
 * both logbooks. It is written down there before it is gone here: stopped in between it is in both, and
 * sent again it is in one. 409 where something hangs on it, or who sends it may not add to the stock there.
 */
export async function postChargerGoes(request: Request, id: string): Promise<Response> {
  const { data, refusal } = await bodyOf(request, ChargerGoes);
  if (refusal) return refusal;
  const who = whoIsIn(request);
  const charger = readStock(db()).chargers.find((one) => one.id === id);
  if (!charger) return refuse(404, t`There is no such charger here.`);
  const from = here();
  const to = installation().sites.find((site) => site.mark === data.to && site !== from);
  if (!to) return refuse(404, t`There is no such site beside this one.`);
  const [fromName, toName] = [from, to].map((site) => at(site, () => readSiteName(db())));
  if (toName === null || toName === undefined) return refuse(409, t`Set that site up first.`);
  // The cookies of both sites come along: whoever adds to the stock there has to be in there too.
  const there = at(to, () => whoSent(request));
  if (!there || !isEnough(there.role, LEAST_FOR_API['POST /api/stock']))
    return refuse(409, t`Sign in at ${toName} first: there, too, somebody has to answer for it.`);
  const arrive = () => {
    if (!readHalls(db()).some((hall) => hall.id === data.hallId))
      throw new Refused(t`${toName} has no hall ${data.hallId}.`);
    const namesake = readStock(db()).chargers.find((one) => one.name === charger.name);
    if (namesake && namesake.id !== id)
      throw new Refused(
        t`${toName} has a charger ${charger.name} already: give this one another name first.`,
      );
    const put = () => putCharger(db(), { ...charger, hallId: data.hallId });
    noted('charger', id, there.name, put, fromName ?? undefined);
  };
  const leave = () => {
    if (highestInUse(id) > 0) throw new Refused(somethingHangs());
    const drop = () => dropStock(db(), 'charger', id);
    if (!noted('charger', id, who.name, drop, toName)) throw new Refused(somethingLeans());
    at(to, () => db().transaction(arrive).immediate());
  };
  try {
    db().transaction(leave).immediate();
    return Response.json({ kept: true });
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return refuse(409, error.message);
  }
}
