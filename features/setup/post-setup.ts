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
import { putCharger, putCircuit, putOutlet, writeLatitude } from '../../store/stock';
import { importHallDays } from '../../store/temperatures';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { now } from '../server/clock';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { ownClimate } from '../temperatures/own-climate';
import { recordedDays } from '../temperatures/schema';
import { mainsOf } from './mains-schema';
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

/** Thirty years of days of some halls. */
const MAX_BYTES = 8_000_000;

/** The winters that were chosen, or those of the site’s own record as far as it goes. */
function climateOf({ climate, temperatures }: Setup): ReturnType<typeof ownClimate> {
  const table = CLIMATES[climate].table;
  const outdoors = temperatures.find(({ hall }) => hall === null);
  const usual = {
    meanCelsius: [...table.meanCelsius],
    coldNightCelsius: [...table.coldNightCelsius],
  };
  return outdoors ? ownClimate(recordedDays(outdoors.days), usual) : { climate: usual, months: 0 };
}

/**
 * Sets a new site up: its halls and bays, season and climate. It may be done anew as long as
 * nothing was recorded and nothing stands in its halls.
 */
export async function postSetup(request: Request): Promise<Response> {
  const { data: setup, refusal } = await bodyOf(request, Setup, MAX_BYTES);
  if (refusal) return refusal;
  const today = dayOf(now(), 'UTC');
  const season = seasonProblem(toDay(setup.seasonStart), toDay(setup.seasonEnd), today);
  if (season) return refuse(400, `seasonEnd: ${season}`, { field: 'seasonEnd' });
  const own = climateOf(setup);
  if ('why' in own) return refuse(422, own.why, { field: 'temperatures' });
  const site = Site.safeParse({ ...setup, climate: own.climate });
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
      setup.circuits.forEach((drawn, i) => {
        const { circuit, outlets } = mainsOf(drawn, `circuit-${i + 1}`, `hall-${drawn.hall + 1}`);
        putCircuit(db(), circuit);
        for (const outlet of outlets) putOutlet(db(), outlet);
      });
      for (const { hall, days } of setup.temperatures)
        if (hall !== null) importHallDays(db(), `hall-${hall + 1}`, recordedDays(days), today);
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
