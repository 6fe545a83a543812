import { t } from '../../core/language';
import 'server-only';
import { v4 as uuid } from 'uuid';
import { z } from 'zod';
import { Terms } from '../../core/stay/vehicle-facts';
import { Line } from '../../core/text';
import { putOwner, readOwners } from '../../store/site';
import { readVehicleStates } from '../../store/states';
import { whoIsIn } from '../access/who';
import { newEntry, recordedBy } from '../logbook/new-entry';
import { recordWithVerdict } from '../logbook/record-with-verdict';
import { now } from '../server/clock';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';

/** Whose a vehicle is, and what was agreed with them, as it is right. */
export const OwnerOf = z
  .strictObject({
    owner: z
      .strictObject({ name: Line(1, 80, () => t`give the owner’s name`), contact: Line(0, 160) })
      .nullable(),
    /** It is who it was, under another name; else another name is somebody else. */
    samePerson: z.boolean(),
    terms: Terms.omit({ ownerId: true }),
    why: Line(0, 200),
  })
  .superRefine(({ terms }, context) => {
    if (terms.consent === 'up-to' && terms.priceLimit === null) {
      context.addIssue({
        code: 'custom',
        path: ['terms', 'priceLimit'],
        message: t`up to which price?`,
      });
    }
  });

/**
 * Puts right whose a vehicle is, how they are reached and what was agreed; 404 for no such vehicle,
 * 409 where a name would stand for two. What changes is in its logbook, without what was said.
 */
export async function putOwnerOf(request: Request, vehicleId: string): Promise<Response> {
  const { data, refusal } = await bodyOf(request, OwnerOf);
  if (refusal) return refusal;
  const state = readVehicleStates(db(), vehicleId).get(vehicleId);
  if (!state) return refuse(404, t`There is no such vehicle.`);
  const { owner, samePerson, why } = data;
  const all = readOwners(db());
  const before = all.find(({ id }) => id === state.terms.ownerId) ?? null;
  const named = all.find(({ name }) => name === owner?.name) ?? null;
  if (samePerson && before && named && named.id !== before.id) {
    return refuse(409, t`${named.name} is another owner here: choose “another owner”.`, {
      field: 'owner.name',
    });
  }
  const id = samePerson && before ? before.id : (named?.id ?? uuid());
  const known = all.find((one) => one.id === id);
  const at = now();
  const record = (entry: ReturnType<typeof newEntry>) =>
    recordWithVerdict(recordedBy(whoIsIn(request), entry));
  db()
    .transaction(() => {
      if (owner) putOwner(db(), { ...owner, id });
      const changed = [
        ...(owner && known && known.name !== owner.name ? (['name'] as const) : []),
        ...(owner && known && known.contact !== owner.contact ? (['contact'] as const) : []),
      ];
      if (changed.length > 0) record(newEntry('owner-corrected', vehicleId, at, { changed, why }));
      const terms: Terms = { ...data.terms, ownerId: owner ? id : null };
      if (JSON.stringify(Terms.parse(state.terms)) !== JSON.stringify(Terms.parse(terms))) {
        record(newEntry('agreed', vehicleId, at, terms));
      }
    })
    .immediate();
  return Response.json({ kept: true });
}
