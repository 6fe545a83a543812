import { t, counted } from '../../core/language';
import 'server-only';
import { v7 as uuidv7 } from 'uuid';
import { MS_PER_DAY } from '../../core/day';
import { countTry, forgetTries } from '../../store/attempts';
import {
  CODE_MS,
  addCode,
  beginSession,
  endSession,
  lockSession,
  pairWith,
  setPin,
  unlockSession,
  withdrawPaired,
} from '../../store/sessions';
import { addPerson, hasPeople, readPersonNamed } from '../../store/people';
import { noteDoor } from '../../store/door';
import { hashOfToken } from '../../store/tokens';
import { ADDRESS_HEADER } from '../server/headers';
import { bodyOf, refuse } from '../server/reply';
import { db } from '../server/store';
import { hashOf, isPassphrase } from './passphrase';
import { FirstBody, PairBody, PinBody, SignInBody, UnlockBody } from './schema';
import { here, installation, type Served } from '../server/here';
import { PAIRED_COOKIE, SESSION_COOKIE, atSite, type OwnCookie } from './cookies';
import { codeTyped, newCode, newToken } from './secrets';
import { cookieOf, isSigned, pairedOf, sessionOf, whoIsIn } from './who';

const addressOf = (request: Request) => request.headers.get(ADDRESS_HEADER) ?? 'unknown';

const nobodySignsIn = () => t`Nobody signs in here: this server answers its own machine alone.`;
const notPaired = () =>
  t`This browser is not paired. Ask for a code at a desk that is signed in, or in the shell of the server: ./ember pair`;

function cookie(name: OwnCookie, value: string, seconds: number): string {
  return `${atSite(name, here())}=${value}; Path=/; Max-Age=${seconds}; Secure; HttpOnly; SameSite=Lax`;
}
const days = (n: number) => Math.round((n * MS_PER_DAY) / 1000);
/** Browsers keep no cookie for longer; its ends are the server’s to say. */
const KEPT = days(400);

const withCookies = (reply: object, cookies: readonly string[]): Response => {
  const response = Response.json(reply);
  for (const one of cookies) response.headers.append('set-cookie', one);
  return response;
};

const tooMany = (seconds: number): Response => {
  const minutes = Math.ceil(seconds / 60);
  const response = refuse(
    429,
    t`Too many tries: wait ${counted(minutes, 'minute', 'minutes')}. A forgotten passphrase is set anew in the shell of the server.`,
  );
  response.headers.set('retry-after', String(seconds));
  return response;
};

/** Pairs the browser that asks with a code, which is used up. */
export async function postPair(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, PairBody);
  if (refusal) return refusal;
  if (!isSigned()) return refuse(409, nobodySignsIn());
  const wait = await countTry(db(), { address: addressOf(request), code: 'any' });
  if (wait > 0) return tooMany(wait);
  const [id, key, at] = [uuidv7(), newToken(), Date.now()];
  if (!pairWith(db(), codeTyped(data.code), { id, name: data.name, key }, at)) {
    noteDoor(db(), at, 'turned-away', {});
    return refuse(
      422,
      t`code: this code is not good, or not any more. Ask for a new one: each is good once, for five minutes.`,
      { field: 'code' },
    );
  }
  noteDoor(db(), at, 'paired', { pairedId: id });
  return withCookies({ paired: true }, [cookie(PAIRED_COOKIE, key, KEPT)]);
}

/** Begins a session of somebody on a paired browser; answers its cookie. */
function beginOn(person: { readonly id: string }, pairedId: string): string {
  const token = newToken();
  const at = Date.now();
  beginSession(db(), { token, personId: person.id, pairedId }, at);
  noteDoor(db(), at, 'signed-in', { personId: person.id, pairedId });
  return cookie(SESSION_COOKIE, token, KEPT);
}

/** Signs somebody in on a paired browser. */
const signedIn = (person: { id: string; name: string }, pairedId: string): Response =>
  withCookies({ name: person.name }, [beginOn(person, pairedId)]);

/** Pairs a browser that is paired at another site of this process here too, and signs somebody in on it. */
export function letInWith(
  request: Request,
  person: { readonly id: string; readonly name: string },
  from: Served,
): string[] {
  const known = installation().within.run(from, () => pairedOf(request));
  if (!known) return [];
  const [id, key, code, at] = [uuidv7(), newToken(), newToken(), Date.now()];
  addCode(db(), code, at, person.id);
  pairWith(db(), code, { id, name: known.name, key }, at);
  noteDoor(db(), at, 'paired', { pairedId: id });
  return [cookie(PAIRED_COOKIE, key, KEPT), beginOn(person, id)];
}

/** The first of all: a manager, on the browser that was paired from the shell. */
export async function postFirst(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, FirstBody);
  if (refusal) return refusal;
  if (!isSigned()) return refuse(409, nobodySignsIn());
  const paired = pairedOf(request);
  if (!paired) return refuse(403, notPaired());
  const passphrase = await hashOf(data.passphrase);
  const person = { id: uuidv7(), name: data.name, role: 'manager', addedAt: Date.now() } as const;
  const isFirst = db()
    .transaction(() => {
      if (hasPeople(db())) return false;
      addPerson(db(), { ...person, passphrase });
      noteDoor(db(), person.addedAt, 'added', { personId: person.id });
      return true;
    })
    .immediate();
  return isFirst
    ? signedIn(person, paired.id)
    : refuse(409, t`Somebody works here already: sign in.`);
}

/** Signs in by name and passphrase. */
export async function postSignIn(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, SignInBody);
  if (refusal) return refusal;
  if (!isSigned()) return refuse(409, nobodySignsIn());
  const paired = pairedOf(request);
  if (!paired) return refuse(403, notPaired());
  const name = data.name.toLowerCase();
  const counted = { person: name, paired: paired.id, address: addressOf(request) };
  const wait = await countTry(db(), counted);
  if (wait > 0) return tooMany(wait);
  const person = readPersonNamed(db(), data.name);
  if (!(await isPassphrase(data.passphrase, person?.passphrase ?? null)) || !person) {
    noteDoor(db(), Date.now(), 'turned-away', {
      personId: person?.id ?? null,
      pairedId: paired.id,
    });
    return refuse(401, t`Name and passphrase do not go together.`);
  }
  await forgetTries(db(), { person: name, paired: paired.id });
  return signedIn(person, paired.id);
}

/** Signs out whoever is signed in on the browser that asks. */
export function postSignOut(request: Request): Response {
  const token = cookieOf(request, SESSION_COOKIE);
  if (isSigned() && token) {
    const who = pairedOf(request);
    endSession(db(), token);
    noteDoor(db(), Date.now(), 'signed-out', { pairedId: who?.id ?? null });
  }
  return withCookies({ out: true }, [cookie(SESSION_COOKIE, '', 0)]);
}

/** A PIN for this session on this browser; an empty one takes it away. */
export async function putPin(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, PinBody);
  if (refusal) return refusal;
  const token = cookieOf(request, SESSION_COOKIE);
  if (!isSigned() || !token) return refuse(409, nobodySignsIn());
  setPin(db(), token, data.pin === '' ? null : await hashOf(data.pin));
  return Response.json({ kept: true });
}

/** Locks the session that asks, where it has a PIN. */
export function postLock(request: Request): Response {
  const token = cookieOf(request, SESSION_COOKIE);
  const locked = isSigned() && token !== undefined && lockSession(db(), token, Date.now());
  return Response.json({ locked });
}

/** Unlocks it with the PIN; who tries too often signs in anew. */
export async function postUnlock(request: Request): Promise<Response> {
  const { data, refusal } = await bodyOf(request, UnlockBody);
  if (refusal) return refusal;
  const [session, token] = [
    isSigned() ? sessionOf(request) : null,
    cookieOf(request, SESSION_COOKIE),
  ];
  if (!session || !token) return refuse(401, t`Nobody is signed in here: sign in.`);
  const counted = { pin: hashOfToken(token) };
  if ((await countTry(db(), counted)) > 0) {
    endSession(db(), token);
    noteDoor(db(), Date.now(), 'turned-away', {
      ...{ personId: session.person.id, pairedId: session.pairedId },
    });
    return refuse(401, t`Too many wrong PINs: sign in with the passphrase.`);
  }
  if (!(await isPassphrase(data.pin, session.pin)))
    return refuse(422, t`pin: this is not the PIN.`);
  await forgetTries(db(), counted);
  unlockSession(db(), token, Date.now());
  return Response.json({ name: session.person.name });
}

/** A code for another browser: good once, for five minutes. */
export function postPairingCode(request: Request): Response {
  if (!isSigned()) return refuse(409, nobodySignsIn());
  const code = newCode();
  const at = Date.now();
  addCode(db(), code, at, whoIsIn(request).id);
  return Response.json({ code, until: at + CODE_MS });
}

/** Withdraws a paired browser. */
export function deletePaired(request: Request, id: string): Response {
  const at = Date.now();
  if (!withdrawPaired(db(), id, at)) return refuse(404, t`No such browser is paired.`);
  noteDoor(db(), at, 'withdrawn', { pairedId: id, by: whoIsIn(request).name });
  return Response.json({ kept: true });
}
