import 'server-only';
import { Line } from '../../core/text';
import { z } from 'zod';
import { FuseList } from '../../core/fault-isolation/fuse-list';
import { KnownFuse } from '../../core/fault-isolation/fuses';
import { reasonOf } from '../../core/logbook/entry';
import { Meter, writeMeter } from '../../store/devices';
import { writeFuseList, writeKnownFuses } from '../../store/fuse-lists';
import { jsonBody, refuse } from '../server/reply';
import { db } from '../server/store';
import { hub } from './hub';

const FusesOf = z.strictObject({ model: Line(1, 60), list: FuseList });

/** Keeps the fuse list of a model. */
export async function postFuses(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const parsed = FusesOf.safeParse(body);
  if (!parsed.success) return refuse(400, reasonOf(parsed.error));
  writeFuseList(db(), parsed.data.model, parsed.data.list);
  return Response.json({ kept: parsed.data.list.length });
}

const KnownFuses = z
  .array(KnownFuse)
  .max(200)
  .refine(
    (known) => new Set(known.map(({ kind, amps }) => `${kind} ${amps}`)).size === known.length,
    'a kind and rating is there twice',
  );

/** Keeps the house's own resistances of fuses. */
export async function postKnownFuses(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const parsed = KnownFuses.safeParse(body);
  if (!parsed.success) return refuse(400, reasonOf(parsed.error));
  writeKnownFuses(db(), parsed.data);
  return Response.json({ kept: parsed.data.length });
}

const MeterOrNone = z.strictObject({ meter: Meter.nullable() });

/** Sets name and address of the meter, or takes it away; what is connected is let go. */
export async function postMeter(request: Request): Promise<Response> {
  const { body, refusal } = await jsonBody(request);
  if (refusal) return refusal;
  const parsed = MeterOrNone.safeParse(body);
  if (!parsed.success) {
    return refuse(400, reasonOf(parsed.error), {
      field: parsed.error.issues[0]!.path.at(-1),
    });
  }
  writeMeter(db(), parsed.data.meter);
  hub().meterChanged();
  return Response.json({ kept: true });
}
