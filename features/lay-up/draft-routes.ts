import { t } from '../../core/language';
import 'server-only';
import { z } from 'zod';
import { reasonOf } from '../../core/logbook/entry';
import { VEHICLE_KIND_IDS } from '../../core/site/vehicle-kinds';
import { countDrafts, dropDraft, hasDraft, putDraft } from '../../store/drafts';
import { dropPhotosOf } from '../../store/photos';
import { readVehicles } from '../../store/site';
import { now } from '../server/clock';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';

/** The frame of a draft; what was typed into it may be nonsense, and is kept all the same. */
export const DraftBody = z.looseObject({
  vehicleId: z.uuid(),
  step: z.int().min(0).max(5),
  kind: z.enum(VEHICLE_KIND_IDS),
  name: z.string(),
  facts: z.looseObject({}),
  terms: z.looseObject({}),
  collectOn: z.string(),
  allOff: z.array(z.string()),
  photos: z.array(z.looseObject({ id: z.uuid() })),
  batteries: z.array(z.looseObject({ id: z.uuid(), details: z.looseObject({}) })),
});
const MAX_DRAFT_LETTERS = 200_000;
const MAX_DRAFTS = 200;

/** Keeps a lay-up that is not finished, as it is typed. */
export async function keepDraft(request: Request, id: string): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const draft = DraftBody.safeParse(body);
  if (!draft.success) return refuse(400, reasonOf(draft.error));
  if (draft.data.vehicleId !== id) {
    return refuse(400, t`vehicleId: a draft is kept under the id of its vehicle.`);
  }
  if (JSON.stringify(body).length > MAX_DRAFT_LETTERS)
    return refuse(413, t`The draft is too long.`);
  // A last save may come in after the vehicle was laid up: there is nothing left to keep.
  if (readVehicles(db(), id).length) return Response.json({ id });
  if (!hasDraft(db(), id) && countDrafts(db()) >= MAX_DRAFTS) {
    return refuse(
      409,
      t`${MAX_DRAFTS} lay-ups are left half done: finish or throw away some of them.`,
    );
  }
  putDraft(db(), { id, savedAt: new Date(now()).toISOString(), data: body });
  return Response.json({ id });
}

/** Throws a draft away, and the photographs that were taken for it. */
export function forgetDraft(id: string): Response {
  if (readVehicles(db(), id).length === 0) dropPhotosOf(db(), id);
  dropDraft(db(), id);
  return Response.json({ id });
}
