import { t } from '../../core/language';
import 'server-only';
import { aRole, isEnough } from '../../core/access/roles';
import { leastFor } from './least';
import { isSigned, whoSent } from './who';

/** A page is opened or gone to, rather than data asked for. */
const isPage = (path: string) => !path.startsWith('/api/');

/**
 * Lets a request in, or says why not: whoever is not known is sent to sign in, and whose role is not
 * enough is told. What is not on the table is nobody’s.
 */
export function refuseUnknown(request: Request): Response | undefined {
  if (!isSigned()) return undefined;
  const { pathname, search } = new URL(request.url);
  const least = leastFor(request.method, pathname);
  // Tokens, calendars’ addresses and owners’ links are looked at where they lead.
  if (least === 'anybody' || least === 'secret') return undefined;
  const who = whoSent(request);
  if (!who) {
    if (!isPage(pathname)) {
      return Response.json({ reason: t`Sign in first: what you typed is kept.` }, { status: 401 });
    }
    const to = encodeURIComponent(pathname + search);
    // The guard of origins has looked at the host: it is one of this server’s own.
    const location = `https://${request.headers.get('host')}/sign-in?to=${to}`;
    return new Response(null, { status: 303, headers: { location } });
  }
  if (least !== null && isEnough(who.role, least)) return undefined;
  if (least === null) {
    // Where there is nothing, a page says so, and nothing else does anything.
    return isPage(pathname)
      ? undefined
      : Response.json({ reason: t`There is no such address.` }, { status: 404 });
  }
  const reason = t`This is the work of ${aRole(least)}: ask one to do it, or to sign in here.`;
  return isPage(pathname)
    ? new Response(reason, {
        status: 403,
        headers: { 'content-type': 'text/plain; charset=utf-8' },
      })
    : Response.json({ reason }, { status: 403 });
}
