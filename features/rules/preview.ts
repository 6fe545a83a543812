import 'server-only';
import { z } from 'zod';
import { reasonOf } from '../../core/logbook/entry';
import { RulePatch } from '../../core/rules/rules';
import { ask } from '../server/ask';
import { jsonBody, refuse } from '../server/reply';

const Body = z.strictObject({ patch: RulePatch });

/** What a change would do, before it is kept. */
export async function previewRules(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const parsed = Body.safeParse(body);
  if (!parsed.success) return refuse(400, reasonOf(parsed.error));
  const effect = await ask('ruleEffect', parsed.data.patch);
  return effect ? Response.json(effect) : refuse(404, 'The site is not set up yet.');
}
