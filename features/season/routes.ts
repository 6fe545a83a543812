import { t } from '../../core/language';
import 'server-only';
import { z } from 'zod';
import { PlanDocument } from '../../core/schedule/document';
import { ask } from '../server/ask';
import { bodyOf, refuse } from '../server/reply';
import type { OrRefused } from './answers';

/** A reply made of an answer, or its refusal. */
function replied<T>(told: OrRefused<T> | undefined, reply: (value: T) => Response): Response {
  if (!told) return refuse(404, t`The site is not set up yet.`);
  return told.ok ? reply(told.value) : refuse(told.status, told.why);
}

/** The rounds of the plan as a calendar that a phone may subscribe to. */
export async function getCalendar(): Promise<Response> {
  return replied(
    await ask('calendar'),
    (calendar) =>
      new Response(calendar, {
        headers: {
          'content-type': 'text/calendar; charset=utf-8',
          'content-disposition': `inline; filename="rounds.ics"`,
        },
      }),
  );
}

/** The season as a document, for ./ember plan and for reading back. */
export async function getSeasonDocument(): Promise<Response> {
  return replied(
    await ask('seasonDocument'),
    (season) =>
      new Response(`${JSON.stringify(season, null, 2)}\n`, {
        headers: {
          'content-type': 'application/json',
          'content-disposition': `attachment; filename="season-${season.today}.json"`,
        },
      }),
  );
}

export const Tightened = z.strictObject({ planId: z.int().min(1), plan: PlanDocument });
/** A plan of ten thousand batteries is no longer. */
const MAX_PLAN_BYTES = 32_000_000;

/** Keeps a plan that was tightened in the browser, if it is one and for the season as it stands. */
export async function postTightened(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, Tightened, MAX_PLAN_BYTES);
  if (refusal) return refusal;
  return replied(await ask('keepTightened', data), (planId) => Response.json({ planId }));
}
