import 'server-only';
import { whoIsIn } from '../access/who';
import { eventStream } from '../server/event-stream';
import { bodyOf } from '../server/reply';
import { liveHub } from './hub';
import { StandingAt } from './news';

/** What others record, and where they stand, as it happens. */
export const getLive = (request: Request): Response =>
  eventStream(request, (push) => liveHub().subscribe(push));

/** Says at which vehicle somebody stands. */
export async function postLive(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, StandingAt);
  if (refusal) return refusal;
  liveHub().stands(whoIsIn(request).name, data.vehicleId);
  return Response.json({ told: true });
}
