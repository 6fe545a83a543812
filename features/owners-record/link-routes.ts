import { t } from '../../core/language';
import 'server-only';
import { z } from 'zod';
import { dropOwnerLink, setOwnerLink } from '../../store/owner-links';
import { newToken } from '../access/secrets';
import { whoIsIn } from '../access/who';
import { baseUrlFor } from '../server/base-url';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';

export const LinkFor = z.strictObject({ vehicleId: z.string().min(1).max(64) });

/** A link for the owner of a vehicle: told once, good as long as it stands here. */
export async function postOwnerLink(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, LinkFor);
  if (refusal) return refusal;
  const secret = newToken();
  const link = { vehicleId: data.vehicleId, secret, by: whoIsIn(request).id };
  return setOwnerLink(db(), link, Date.now())
    ? Response.json({ address: `${baseUrlFor(request.headers)}/owner/${secret}` })
    : refuse(404, t`vehicleId: no such vehicle stands here.`);
}

/** Withdraws the link of a vehicle. */
export function deleteOwnerLink(id: string): Response {
  dropOwnerLink(db(), id);
  return Response.json({ kept: true });
}
