import { t } from '../../core/language';
import 'server-only';
import { Line } from '../../core/text';
import { z } from 'zod';
import { FuseList } from '../../core/fault-isolation/fuse-list';
import { KnownFuse } from '../../core/fault-isolation/fuses';
import { Meter, writeMeter } from '../../store/devices';
import { writeFuseList, writeKnownFuses } from '../../store/fuse-lists';
import { isSigned } from '../access/who';
import { isInBuilding } from './meter-address';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { hub } from './hub';

export const FusesOf = z.strictObject({ model: Line(1, 60), list: FuseList });

/** Keeps the fuse list of a model. */
export async function postFuses(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, FusesOf);
  if (refusal) return refusal;
  writeFuseList(db(), data.model, data.list);
  return Response.json({ kept: data.list.length });
}

export const KnownFuses = z
  .array(KnownFuse)
  .max(200)
  .refine(
    (known) => new Set(known.map(({ kind, amps }) => `${kind} ${amps}`)).size === known.length,
    { error: () => t`a kind and rating is there twice` },
  );

/** Keeps the house's own resistances of fuses. */
export async function postKnownFuses(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, KnownFuses);
  if (refusal) return refusal;
  writeKnownFuses(db(), data);
  return Response.json({ kept: data.length });
}

/** Sets name and address of the meter; what is connected is let go. */
export async function postMeter(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, Meter);
  if (refusal) return refusal;
  // Who may set it sits elsewhere: the server is not to be sent where they cannot go themselves.
  if (isSigned() && !isInBuilding(data.host)) {
    return refuse(
      422,
      t`host: a meter stands in the building’s own network: give its number there, as 192.168.1.20.`,
      { field: 'host' },
    );
  }
  return keepMeter(data);
}

/** Takes the meter away. */
export const deleteMeter = (): Response => keepMeter(null);

function keepMeter(meter: Meter | null): Response {
  writeMeter(db(), meter);
  hub().meterChanged();
  return Response.json({ kept: true });
}
