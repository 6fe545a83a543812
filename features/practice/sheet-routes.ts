import { t } from '../../core/language';
import 'server-only';
import { z } from 'zod';
import { ALL_TASKS } from '../../practice/tasks';
import { keepSheet, writePractised } from '../../store/practised';
import { whoIsIn } from '../access/who';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';

export const PractisedBody = z.strictObject({
  task: z.enum(ALL_TASKS.map(({ id }) => id) as [string, ...string[]]),
});
export const SheetKept = z.strictObject({ kept: z.boolean() });

/** Writes a task on the sheet of who asks, where they keep one. */
export async function postPractised(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, PractisedBody);
  if (refusal) return refusal;
  // Practice goes by the wall's own clock: the demo's stands still.
  return writePractised(db(), whoIsIn(request).id, data.task, Date.now())
    ? Response.json({ kept: true })
    : refuse(409, t`You keep no sheet of what you practise.`);
}

/** Keeps a sheet for who asks, or throws it away. */
export async function putSheet(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, SheetKept);
  if (refusal) return refusal;
  keepSheet(db(), whoIsIn(request).id, data.kept, Date.now());
  return Response.json({ kept: true });
}
