import { t } from '../../core/language';
import 'server-only';
import {
  dropCalendarAddress,
  isCalendarAddress,
  setCalendarAddress,
} from '../../store/calendar-addresses';
import { whoIsIn } from '../access/who';
import { newToken } from '../access/secrets';
import { baseUrlFor } from '../server/base-url';
import { refuse } from '../server/reply';
import { db } from '../server/store';
import { getCalendar } from './routes';

/** The rounds, for a calendar program that knows somebody's address. */
export const getCalendarAt = (secret: string): Response | Promise<Response> =>
  isCalendarAddress(db(), secret)
    ? getCalendar()
    : refuse(404, t`There is no calendar at this address, or not any more.`);

/** A secret address for one's own calendar, and for a screen on the wall. */
export function postCalendarAddress(request: Request): Response {
  const { id } = whoIsIn(request);
  if (id === null) return refuse(409, t`Nobody signs in here: /api/season/rounds.ics is enough.`);
  const secret = newToken();
  setCalendarAddress(db(), id, secret, Date.now());
  const base = baseUrlFor(request.headers);
  return Response.json({
    calendar: `${base}/api/calendars/${secret}`,
    wall: `${base}/wall/${secret}`,
  });
}

/** Withdraws it. */
export function deleteCalendarAddress(request: Request): Response {
  const { id } = whoIsIn(request);
  if (id !== null) dropCalendarAddress(db(), id);
  return Response.json({ kept: true });
}
