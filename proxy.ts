import { NextResponse, type NextRequest } from 'next/server';
import { parseDay } from './core/day';
import { BARE_HEADER, DAY_HEADER } from './features/app-shell/chosen-day';
import { refuseUnknown } from './features/access/admit';
import { refuseForeign } from './features/server/origin-guard';
import { ALWAYS, NONCE_HEADER, contentPolicy } from './features/server/headers';

/** Stands before every page and route. */
export function proxy(request: NextRequest): Response {
  const nonce = btoa(crypto.randomUUID());
  const policy = contentPolicy(nonce, process.env.NODE_ENV === 'development');
  const reply = refuseForeign(request) ?? refuseUnknown(request) ?? passOn(request, nonce, policy);
  for (const [name, value] of Object.entries(ALWAYS)) reply.headers.set(name, value);
  reply.headers.set('content-security-policy', policy);
  return reply;
}

function passOn(request: NextRequest, nonce: string, policy: string): Response {
  const headers = new Headers(request.headers);
  // The frame is not told its address; the day in it decides what the whole page shows.
  const day = request.nextUrl.searchParams.get('day') ?? '';
  headers.set(DAY_HEADER, parseDay(day) === null ? '' : day);
  headers.set(BARE_HEADER, /^\/(wall|practice)(\/|$)/.test(request.nextUrl.pathname) ? 'yes' : '');
  headers.set(NONCE_HEADER, nonce);
  // From here the framework takes the nonce for its own scripts.
  headers.set('content-security-policy', policy);
  return NextResponse.next({ request: { headers } });
}
