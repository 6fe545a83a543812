import { t } from '../../core/language';
import 'server-only';
import { z } from 'zod';
import { RulePatch } from '../../core/rules/rules';
import { ask } from '../server/ask';
import { bodyOf, refuse } from '../server/reply';

export const ToWeigh = z.strictObject({ patch: RulePatch });

/** What a change would do, before it is kept. */
export async function previewRules(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, ToWeigh);
  if (refusal) return refusal;
  const effect = await ask('ruleEffect', data.patch);
  return effect ? Response.json(effect) : refuse(404, t`The site is not set up yet.`);
}
