import { t } from '../../core/language';
import 'server-only';
import { canonical } from '../../core/canonical';
import { reasonOf } from '../../core/logbook/entry';
import { dayName, dayOf, toDay } from '../../core/day';
import { CHARGER_KINDS, CHARGER_KIND_IDS } from '../../core/site/charger-kinds';
import type { Charger } from '../../core/site/charging-equipment';
import { seasonProblem } from '../../core/time-limits';
import { drawPlan } from '../../store/plan';
import { Site, clearSite, isUnused, readSite, writeSite } from '../../store/site';
import { HOUSE_RULES } from '../../core/rules/rules';
import { recordEntry } from '../../store/record';
import { readRuleBook } from '../../store/states';
import { whoIsIn } from '../access/who';
import { putCharger, writeLatitude } from '../../store/stock';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { now } from '../server/clock';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { CLIMATES, Setup } from './schema';

/** The chargers that were counted: what such ones usually are, until somebody has looked at their plates. */
const chargersOf = ({ chargers }: Setup): Charger[] =>
  CHARGER_KIND_IDS.flatMap((kind) => {
    const { name, facts } = CHARGER_KINDS[kind];
    return Array.from({ length: chargers[kind] ?? 0 }, (_, i) => ({
      ...facts,
      ...{ id: `${kind}-${i + 1}`, name: `${name} ${i + 1}`, hallId: 'hall-1' },
    }));
  });

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
  if (readSite(db()) && !isUnused(db())) return refuse(409, t`This site is set up already.`);
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
      writeLatitude(db(), setup.latitude);
      for (const charger of chargersOf(setup)) putCharger(db(), charger);
      const { rules } = readRuleBook(db());
      const patch = Object.fromEntries(
        Object.entries(setup.rules).filter(
          ([name, value]) => canonical(value) !== canonical(rules[name as keyof typeof rules]),
        ),
      );
      if (Object.keys(patch).length > 0) {
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
