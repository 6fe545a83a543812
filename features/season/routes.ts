import 'server-only';
import { z } from 'zod';
import { dayName } from '../../core/day';
import { reasonOf } from '../../core/logbook/entry';
import { checkPlan } from '../../core/season-check/check';
import { PlanDocument, wantingIn } from '../../core/season/document';
import { keepPlan, readPlan, readSequences } from '../../store/season-plans';
import { now } from '../server/clock';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { currentSite } from '../site/current';
import { calendarOf } from './calendar';
import { currentPlan } from './keeper';
import { namesOf } from './load';

const NO_SITE = 'The site is not set up yet.';
/** Rounds begin at nine. */
const ROUND_HOUR = 9;

/** The rounds of the plan as a calendar that a phone may subscribe to. */
export async function getCalendar(): Promise<Response> {
  const loaded = currentSite();
  if (!loaded) return refuse(404, NO_SITE);
  const { plan, madeAt } = await currentPlan(loaded);
  const sequences = readSequences(db());
  const { batteryName, hallName, chargerName } = namesOf(loaded);
  const calendar = calendarOf({
    plan,
    siteName: loaded.site.name,
    // A hall keeps its id for ever; a site may be renamed.
    siteId: loaded.halls[0]!.id,
    timeZone: loaded.site.timeZone,
    madeAt,
    sequence: (date) => sequences.get(date) ?? 0,
    hour: ROUND_HOUR,
    batteryName,
    hallName,
    chargerName,
  });
  return new Response(calendar, {
    headers: {
      'content-type': 'text/calendar; charset=utf-8',
      'content-disposition': 'inline; filename="rounds.ics"',
    },
  });
}

/** The season as a document, for ./ember plan and for reading back. */
export async function getSeasonDocument(): Promise<Response> {
  const loaded = currentSite();
  if (!loaded) return refuse(404, NO_SITE);
  const { season } = await currentPlan(loaded);
  return new Response(`${JSON.stringify(season, null, 2)}\n`, {
    headers: {
      'content-type': 'application/json',
      'content-disposition': `attachment; filename="season-${season.today}.json"`,
    },
  });
}

const Tightened = z.strictObject({ planId: z.int().min(1), plan: PlanDocument });

/** Keeps a plan that was tightened in the browser, if it is one and for the season as it stands. */
export async function postTightened(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const parsed = Tightened.safeParse(body);
  if (!parsed.success) return refuse(400, reasonOf(parsed.error));
  const loaded = currentSite();
  if (!loaded) return refuse(404, NO_SITE);
  const current = await currentPlan(loaded);
  if (current.id !== parsed.data.planId) {
    return refuse(409, 'The season has changed meanwhile: tighten the new plan.');
  }
  const { plan } = parsed.data;
  const { breaches } = checkPlan(current.season, plan);
  if (breaches.length > 0) {
    const { rule, date, why } = breaches[0]!;
    return refuse(422, `plan: it breaks a rule (${rule}, ${date}): ${why}`);
  }
  const wanting = (one: PlanDocument) => wantingIn(one).length;
  const kept = readPlan(db())!.plan;
  const worse =
    wanting(plan) > wanting(kept) ||
    (wanting(plan) === wanting(kept) && plan.totals.minutes > kept.totals.minutes + 0.05);
  if (worse) return refuse(422, 'plan: the one that is kept needs less.');
  const id = keepPlan(db(), {
    madeAt: now(),
    day: dayName(loaded.today),
    season: current.season,
    plan,
    tightened: true,
    underWay: current.underWay,
  });
  return Response.json({ planId: id });
}
