import { t } from '../../core/language';
import 'server-only';
import { v7 as uuidv7 } from 'uuid';
import { dayName, dayOf } from '../../core/day';
import { makeEntry } from '../../core/logbook/entry';
import { THE_SITE } from '../../core/logbook/kind';
import { drawPlan, type PlanChange } from '../../store/plan';
import { recordEntries } from '../../store/record';
import { readSite, readVehicles } from '../../store/site';
import { readVehicleStates } from '../../store/states';
import { readStock } from '../../store/stock';
import { readReporters } from '../../store/reporters';
import { whoIsIn } from '../access/who';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { now } from '../server/clock';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { SitePlan } from './schema';

class Refused extends Error {}

/**
 * Draws the halls and bays of a site anew, from today on. 409 where somebody stands in a bay that is no
 * more and nobody has said where they go, or something else leans on a hall that closes.
 */
export async function putPlan(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, SitePlan);
  if (refusal) return refusal;
  const site = readSite(db());
  if (!site) return refuse(409, t`Set the site up first.`);
  const who = whoIsIn(request);
  const at = now();
  const draw = db().transaction(() => {
    const change = drawPlan(db(), data.halls, data.places, dayName(dayOf(at, site.timeZone)));
    const inTheWay = leansOn(change);
    if (inTheWay) throw new Refused(inTheWay);
    const moves = movesOf(change, data.moves);
    const { closedBays, ...rest } = change;
    const nothing = [...Object.values(rest), closedBays].every((list) => list.length === 0);
    const drawn = { ...rest, closedBays: closedBays.map(({ mark }) => mark) };
    const told = makeEntry(
      'plan-drawn',
      { id: uuidv7(), subjectId: THE_SITE, at, by: who.name },
      drawn,
    );
    const entries = [
      ...moves.map(({ vehicleId, bayId }) =>
        recordedBy(who, newEntry('moved', vehicleId, at, { bayId })),
      ),
      ...(nothing ? [] : [told]),
    ];
    const conflict = recordEntries(db(), entries, new Date(at).toISOString());
    if (conflict) throw new Refused(conflict);
  });
  try {
    draw.immediate();
    return Response.json({ kept: true });
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return refuse(409, error.message);
  }
}

/** Where those go who stand in a bay that is no more. */
function movesOf(
  { closedBays }: PlanChange,
  moves: SitePlan['moves'],
): { vehicleId: string; bayId: string }[] {
  const bayOf = db().prepare('SELECT id FROM bay WHERE mark = ? AND closed_on IS NULL').pluck();
  const states = readVehicleStates(db());
  const names = new Map(readVehicles(db()).map(({ id, name }) => [id, name]));
  const homeless: string[] = [];
  const going = closedBays.flatMap(({ id, mark }) => {
    const here = [...states].filter(([, { bayId }]) => bayId === id);
    return here.flatMap(([vehicleId]) => {
      const to = moves.find(({ from }) => from === mark)?.to;
      const bayId = to === undefined ? undefined : (bayOf.get(to) as string | undefined);
      if (bayId === undefined) homeless.push(t`${names.get(vehicleId)} in ${mark}`);
      return bayId === undefined ? [] : [{ vehicleId, bayId }];
    });
  });
  if (homeless.length > 0) {
    const some = homeless.slice(0, 4).join(', ');
    const more = homeless.length > 4 ? t` and ${homeless.length - 4} more` : '';
    throw new Refused(t`Where does it go: ${some}${more}? Say it, or leave the bay.`);
  }
  return going;
}

/** What still hangs in a hall that closes. */
function leansOn({ closedHalls }: PlanChange): string | null {
  if (closedHalls.length === 0) return null;
  const closed = new Map(
    (
      db().prepare('SELECT id, name FROM hall WHERE closed_on IS NOT NULL').all() as {
        id: string;
        name: string;
      }[]
    ).map(({ id, name }) => [id, name]),
  );
  const { chargers, outlets } = readStock(db());
  const inIt = [
    ...chargers.map(({ name, hallId }) => ({ name, hallId })),
    ...outlets.map(({ name, hallId }) => ({ name, hallId })),
    ...readReporters(db()).map(({ name, hallId }) => ({ name, hallId: hallId ?? '' })),
  ].find(({ hallId }) => closed.has(hallId));
  return inIt
    ? t`${inIt.name} is in ${closed.get(inIt.hallId)}: say in the stock where it is now, then close the hall.`
    : null;
}
