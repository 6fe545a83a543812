import 'server-only';
import { reasonOf } from '../../core/logbook/entry';
import { dayName, dayOf, toDay } from '../../core/day';
import { seasonProblem } from '../../core/time-limits';
import { drawPlan } from '../../store/plan';
import { Site, clearSite, isUnused, readSite, writeSite } from '../../store/site';
import { HOUSE_RULES } from '../../core/rules/rules';
import { recordEntry } from '../../store/record';
import { readRuleBook } from '../../store/states';
import { whoIsIn } from '../access/who';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { now } from '../server/clock';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { CLIMATES, Setup } from './schema';

/**
 * Sets a new site up: its halls and bays, season and climate. It may be done anew as long as
 * nothing was recorded and nothing stands in its halls.
 */
export async function postSetup(request: Request): Promise<Response> {
  const { data: setup, refusal } = await bodyOf(request, Setup);
  if (refusal) return refusal;
  const today = dayOf(now(), 'UTC');
  const season = seasonProblem(toDay(setup.seasonStart), toDay(setup.seasonEnd), today);
  if (season) return refuse(400, `seasonEnd: ${season}`, { field: 'seasonEnd' });
  const site = Site.safeParse({ ...setup, climate: CLIMATES[setup.climate].table });
  if (!site.success) return refuse(400, reasonOf(site.error));
  if (readSite(db()) && !isUnused(db())) return refuse(409, 'This site is set up already.');
  db()
    .transaction(() => {
      clearSite(db());
      writeSite(db(), site.data);
      const drawn = setup.halls.map((hall, i) => ({
        ...hall,
        id: `hall-${i + 1}`,
        setpointCelsius: hall.kind === 'heated' ? (hall.setpointCelsius ?? 12) : null,
      }));
      drawPlan(db(), drawn, setup.places, dayName(today));
      if (setup.currency !== readRuleBook(db()).rules.currency) {
        const patch = { currency: setup.currency };
        const at = now();
        recordEntry(
          db(),
          recordedBy(whoIsIn(request), newEntry('rules-changed', HOUSE_RULES, at, { patch })),
          new Date(at).toISOString(),
        );
      }
    })
    .immediate();
  return Response.json({ name: setup.name });
}
