import 'server-only';
import { env } from '../../env';
import type { Role } from '../../core/access/roles';
import { readPairedBy, readSession, type Session } from '../../store/sessions';
import { readRuleBook } from '../../store/states';
import { ATTENDANT } from '../logbook/recorder';
import { db } from '../server/store';
import { here } from '../server/here';
import { endOfWriting } from '../server/writing-aside';
import { PAIRED_COOKIE, SESSION_COOKIE, atSite, type OwnCookie } from './cookies';

/** Who asks. */
export interface Who {
  /** Null: whoever sits at this machine; it is not asked who. */
  readonly id: string | null;
  readonly name: string;
  readonly role: Role;
}

/** Nobody signs in where the server listens on its own machine alone: the machine is the key. */
const AT_THE_MACHINE: Who = { id: null, name: ATTENDANT, role: 'manager' };
export const isSigned = () => env('EMBER_DOOR') === 'signed';

/** The session of a browser, locked or not; null: nobody is signed in on it. */
export function sessionHas(
  cookie: (name: string) => string | undefined,
  onlyLooked = false,
): Session | null {
  const token = cookie(atSite(SESSION_COOKIE, here()));
  const key = cookie(atSite(PAIRED_COOKIE, here()));
  if (!token || !key) return null;
  // The door has the wall's own clock: the demo's stands still.
  // While a thread writes, when somebody was last here is noted later: nobody who looks waits for it.
  const isNoted = !onlyLooked && endOfWriting(here()) === null;
  return readSession(db(), { token, key }, Date.now(), readRuleBook(db()).rules, !isNoted);
}

/** Who is signed in with the cookies of a browser; null: nobody, or it is locked. */
export function whoHas(
  cookie: (name: string) => string | undefined,
  onlyLooked = false,
): Who | null {
  if (!isSigned()) return AT_THE_MACHINE;
  const session = sessionHas(cookie, onlyLooked);
  return session && !session.isLocked ? session.person : null;
}

/** The session of who sent a request, locked or not. */
export const sessionOf = (request: Request): Session | null =>
  sessionHas((name) => cookieNamed(request, name));

/** A cookie of a request that this site set. */
export const cookieOf = (request: Request, name: OwnCookie): string | undefined =>
  cookieNamed(request, atSite(name, here()));

function cookieNamed(request: Request, name: string): string | undefined {
  for (const part of (request.headers.get('cookie') ?? '').split(';')) {
    const at = part.indexOf('=');
    if (part.slice(0, at).trim() === name) return part.slice(at + 1).trim();
  }
  return undefined;
}

/** Who sent a request; null: nobody who is known. */
export const whoSent = (request: Request): Who | null =>
  whoHas((name) => cookieNamed(request, name));

/** Whether who sent a request is still in: asked while a reply goes on, and no sign of life. */
export const isStillIn = (request: Request): boolean =>
  whoHas((name) => cookieNamed(request, name), true) !== null;

/** Who sent what only those may send who are let in. */
export function whoIsIn(request: Request): Who {
  const who = whoSent(request);
  // The proxy stands before every route: nobody comes here unknown.
  if (!who) throw new Error('nobody is signed in');
  return who;
}

/** The paired browser that sent a request; null: it is not paired, or not any more. */
export function pairedOf(request: Request): { id: string; name: string } | null {
  const key = cookieOf(request, PAIRED_COOKIE);
  return key ? readPairedBy(db(), key) : null;
}
