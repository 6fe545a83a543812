import fc from 'fast-check';
import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { v7 as uuidv7 } from 'uuid';
import { ROLES, isEnough, type Least, type Role } from '../../core/access/roles';
import { ENTRY_KIND_NAMES, leastForKind } from '../../core/logbook/kinds';
import { DEFAULT_RULES, HOUSE_RULES } from '../../core/rules/rules';
import { readEntry } from '../../store/entries';
import { addCode, readSession } from '../../store/sessions';
import { putIn } from '../../store/sessions.fixture';
import { readPeople } from '../../store/people';
import { readDoor } from '../../store/door';
import { newEntry } from '../logbook/new-entry';
import { handlePostEntry } from '../logbook/post-entry';
import { NOW, demoSite } from '../server/demo-server.fixture';
import { ADDRESS_HEADER } from '../server/headers';
import { refuseForeign } from '../server/origin-guard';
import { db } from '../server/store';
import { refuseUnknown } from './admit';
import { LEAST_FOR_API, LEAST_FOR_PAGE, leastFor } from './least';
import {
  deletePaired,
  postFirst,
  postLock,
  postPair,
  postPairingCode,
  postSignIn,
  postSignOut,
  postUnlock,
  putPin,
} from './routes';
import { deletePerson, postPerson, putPerson } from './people-routes';
import { codeTyped, newCode } from './secrets';
import { PAIRED_COOKIE, SESSION_COOKIE } from './cookies';

demoSite();
beforeAll(() => {
  process.env.EMBER_DOOR = 'signed';
  process.env.EMBER_NAMES = 'mill.local,192.168.7.20';
});
afterAll(() => {
  delete process.env.EMBER_DOOR;
  delete process.env.EMBER_NAMES;
});

const HOST = 'https://mill.local';
const HOUR = 3_600_000;

/** A browser, with what it keeps. */
class Browser {
  readonly cookies = new Map<string, string>();
  /** Each from an address of its own. */
  constructor(readonly address = uuidv7()) {}

  request(method: string, path: string, body?: unknown): Request {
    const cookie = [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    return new Request(HOST + path, {
      method,
      headers: {
        ...{ host: 'mill.local', cookie, [ADDRESS_HEADER]: this.address },
        ...(body === undefined ? {} : { 'content-type': 'application/json' }),
      },
      ...(body === undefined ? {} : { body: JSON.stringify(body) }),
    });
  }

  /** Sends to a route, keeps the cookies that come back, and says what was answered. */
  async send(
    route: (request: Request) => Response | Promise<Response>,
    body?: unknown,
  ): Promise<{ status: number; reason?: string; code?: string }> {
    const reply = await route(this.request('POST', '/api', body));
    for (const one of reply.headers.getSetCookie()) {
      const [name, value] = one.split(';')[0]!.split('=') as [string, string];
      if (one.includes('Max-Age=0')) this.cookies.delete(name);
      else this.cookies.set(name, value);
    }
    return { ...((await reply.json()) as object), status: reply.status };
  }

  /** What the door says to a request: 200 where it lets it in. */
  asks(method: string, path: string): number {
    return refuseUnknown(this.request(method, path))?.status ?? 200;
  }
}

/** Somebody of a role, signed in on a browser that was paired. */
function signedIn(role: Role): Browser & { id: string; name: string; pairedId: string } {
  const browser = new Browser();
  const { id, name, pairedId, key, token } = putIn(db(), { role, name: `${role} ${uuidv7()}` });
  browser.cookies.set(PAIRED_COOKIE, key).set(SESSION_COOKIE, token);
  return Object.assign(browser, { id, name, pairedId });
}

describe('the table of who may ask what', () => {
  const files = readdirSync('app', { recursive: true, encoding: 'utf8' }).map((file) => `/${file}`);
  const named = (path: string) => path.replaceAll(/\[(\w+)\]/g, '{$1}');

  it('has every route and every page of the program, and nothing besides', () => {
    const routes = files
      .filter((file) => file.endsWith('/route.ts'))
      .flatMap((file) => {
        const text = readFileSync(join('app', file), 'utf8');
        const methods = [...text.matchAll(/export (?:async )?function (\w+)/g)].map(([, m]) => m!);
        return methods.map((method) => `${method} ${named(file.replace('/route.ts', ''))}`);
      });
    const [api, others] = [
      routes.filter((route) => route.includes(' /api/')),
      routes.filter((route) => !route.includes(' /api/')),
    ];
    expect(api.sort()).toEqual(Object.keys(LEAST_FOR_API).sort());
    const pages = files
      .filter((file) => file.endsWith('/page.tsx'))
      .map((file) => named(file.replace('/page.tsx', '')) || '/');
    expect([...pages, ...others.map((route) => route.replace('GET ', ''))].sort()).toEqual(
      Object.keys(LEAST_FOR_PAGE).sort(),
    );
  });

  const all: [string, Least][] = [
    ...Object.entries(LEAST_FOR_API),
    ...Object.entries(LEAST_FOR_PAGE).map(([path, least]): [string, Least] => [
      `GET ${path}`,
      least,
    ]),
  ];
  it('is held by the door for each role, and for who is not known', () => {
    const people = new Map(ROLES.map((role) => [role, signedIn(role)]));
    const stranger = new Browser();
    for (const [address, least] of all) {
      const [method, template] = address.split(' ') as [string, string];
      const path = template.replaceAll(/\{\w+\}/g, 'some-id');
      const open = least === 'anybody' || least === 'secret';
      const out = path.startsWith('/api/') ? 401 : 303;
      expect([address, stranger.asks(method, path)]).toEqual([address, open ? 200 : out]);
      for (const [role, browser] of people) {
        const wanted = open || isEnough(role, least) ? 200 : 403;
        expect([address, role, browser.asks(method, path)]).toEqual([address, role, wanted]);
      }
    }
  });

  it('answers what stands in no line to nobody', () => {
    const manager = signedIn('manager');
    expect(leastFor('GET', '/api/nowhere')).toBeNull();
    expect(manager.asks('GET', '/api/nowhere')).toBe(404);
    expect(manager.asks('DELETE', '/api/entries')).toBe(404);
    expect(new Browser().asks('GET', '/nowhere')).toBe(303);
    // No trick of writing an address gets round it.
    for (const path of [
      '/api//yard',
      '/api/yard/',
      '/API/yard',
      '/api/yard%2f',
      '/api/./yard/..;/x',
    ]) {
      expect([path, new Browser().asks('GET', path)]).toEqual([path, expect.any(Number)]);
      expect(new Browser().asks('GET', path)).not.toBe(200);
    }
  });
});

describe('somebody comes in', () => {
  const PASSPHRASE = 'four wet socks dry';
  const ida = new Browser();

  it('with a code that is good once, on a browser that keeps its key', async () => {
    const code = newCode();
    addCode(db(), code, Date.now(), null);
    const typed = code.toLowerCase().replace('-', ' ');
    expect(await ida.send(postSignIn, { name: 'Ida', passphrase: PASSPHRASE })).toMatchObject({
      status: 403,
      reason: expect.stringMatching(/not paired/),
    });
    expect((await ida.send(postPair, { code: typed, name: 'Desk' })).status).toBe(200);
    expect((await new Browser().send(postPair, { code, name: 'Other' })).status).toBe(422);
    const late = newCode();
    addCode(db(), late, Date.now() - 6 * 60_000, null);
    expect((await new Browser().send(postPair, { code: late, name: 'Other' })).status).toBe(422);
  });

  it('the first of all is a manager, and there is one first', async () => {
    db().exec('DELETE FROM session; UPDATE paired SET paired_by = NULL; DELETE FROM person');
    const short = await ida.send(postFirst, { name: 'Ida', passphrase: 'too short' });
    expect(short).toMatchObject({ status: 400, reason: expect.stringMatching(/12 characters/) });
    expect((await ida.send(postFirst, { name: 'Ida', passphrase: PASSPHRASE })).status).toBe(200);
    expect((await ida.send(postFirst, { name: 'Eve', passphrase: PASSPHRASE })).status).toBe(409);
    expect(readPeople(db()).map(({ name, role }) => [name, role])).toEqual([['Ida', 'manager']]);
    expect(ida.asks('GET', '/people')).toBe(200);
    // Of the passphrase only a hash is kept.
    const kept = db().prepare('SELECT passphrase FROM person').pluck().get();
    expect(kept).toMatch(/^\$argon2id\$/);
  });

  it('signs out, and in with the right passphrase alone', async () => {
    const before = ida.cookies.get(SESSION_COOKIE)!;
    await ida.send(postSignOut);
    expect(ida.asks('GET', '/yard')).toBe(303);
    // The old token is worth nothing, wherever it was kept.
    ida.cookies.set(SESSION_COOKIE, before);
    expect(ida.asks('GET', '/yard')).toBe(303);
    const wrong = await ida.send(postSignIn, { name: 'Ida', passphrase: 'four wet socks' });
    const nobody = await ida.send(postSignIn, { name: 'Nobody', passphrase: PASSPHRASE });
    // Whether anybody of a name works here is not told.
    expect(wrong).toEqual(nobody);
    expect(wrong.status).toBe(401);
    expect((await ida.send(postSignIn, { name: 'ida', passphrase: PASSPHRASE })).status).toBe(200);
    expect(ida.cookies.get(SESSION_COOKIE)).not.toBe(before);
    expect(readDoor(db()).map(({ data }) => data.what)).toEqual(
      expect.arrayContaining(['signed-in', 'signed-out', 'turned-away', 'added']),
    );
    // It stands in the logbook, where nobody writes it or takes it back.
    const last = readDoor(db())[0]!;
    const forged = {
      ...last,
      id: uuidv7(),
      seq: undefined,
      recordedAt: undefined,
      by: 'attendant',
    };
    expect((await ida.send(handlePostEntry, forged)).status).toBe(403);
    const strike = newEntry('withdrawn', 'site', NOW, { why: '' }, last.id, 'site');
    expect((await ida.send(handlePostEntry, strike)).status).toBe(403);
  });

  it('who tries again and again waits, and a right one after that too', async () => {
    const code = newCode();
    addCode(db(), code, Date.now(), null);
    const eve = new Browser();
    await eve.send(postPair, { code, name: 'Eve’s' });
    const tries: number[] = [];
    for (let n = 0; n < 10; n++) {
      tries.push((await eve.send(postSignIn, { name: 'Ida', passphrase: `guess ${n}` })).status);
    }
    expect(tries.slice(0, 8)).toEqual(Array(8).fill(401));
    expect(tries.slice(8)).toEqual([429, 429]);
    const right = await eve.send(postSignIn, { name: 'Ida', passphrase: PASSPHRASE });
    expect(right).toMatchObject({
      status: 429,
      reason: expect.stringMatching(/set anew in the shell/),
    });
    // Who is signed in stays so, and codes guessed from one address come to an end too.
    expect(ida.asks('GET', '/yard')).toBe(200);
    const guesses: number[] = [];
    for (let n = 0; n < 45; n++) {
      guesses.push((await eve.send(postPair, { code: newCode(), name: 'x' })).status);
    }
    expect(guesses).toContain(422);
    expect(guesses.at(-1)).toBe(429);
  }, 60_000);

  it('adds others, who are out at once when they leave, and never the last manager', async () => {
    const tom = {
      id: uuidv7(),
      name: 'Tom',
      role: 'attendant',
      passphrase: 'green kettle on fire',
    };
    expect((await ida.send(postPerson, tom)).status).toBe(200);
    expect((await ida.send(postPerson, { ...tom, id: uuidv7(), name: 'tom' })).status).toBe(409);
    const { code } = await ida.send(postPairingCode);
    const phone = new Browser();
    await phone.send(postPair, { code, name: 'Tom’s phone' });
    await phone.send(postSignIn, { name: 'Tom', passphrase: tom.passphrase });
    expect(phone.asks('POST', '/api/lay-up')).toBe(200);
    expect(phone.asks('POST', '/api/people')).toBe(403);
    await ida.send((request) => putPerson(request, tom.id), { role: 'helper' });
    expect(phone.asks('POST', '/api/lay-up')).toBe(403);
    const last = readPeople(db()).find(({ name }) => name === 'Ida')!.id;
    expect(await ida.send((request) => putPerson(request, last), { role: 'helper' })).toMatchObject(
      {
        status: 409,
        reason: expect.stringMatching(/only manager/),
      },
    );
    expect((await ida.send((request) => deletePerson(request, last))).status).toBe(409);
    expect((await ida.send((request) => deletePerson(request, tom.id))).status).toBe(200);
    expect(phone.asks('GET', '/round')).toBe(303);
  });
});

describe('a session', () => {
  it('ends with its browser: withdrawn, it is out at its next request', async () => {
    const manager = signedIn('manager');
    const phone = signedIn('attendant');
    expect(phone.asks('POST', '/api/entries')).toBe(200);
    expect((await manager.send((request) => deletePaired(request, phone.pairedId))).status).toBe(
      200,
    );
    expect(phone.asks('POST', '/api/entries')).toBe(401);
    expect((await phone.send(postSignIn, { name: 'x', passphrase: 'y' })).status).toBe(403);
  });

  it('is worth nothing on another browser', () => {
    const [one, other] = [signedIn('manager'), signedIn('helper')];
    other.cookies.set(SESSION_COOKIE, one.cookies.get(SESSION_COOKIE)!);
    expect(other.asks('GET', '/yard')).toBe(303);
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), fc.string({ maxLength: 60 }), (token, key) => {
        expect(readSession(db(), { token, key }, Date.now(), DEFAULT_RULES)).toBeNull();
      }),
    );
  });

  it('ends when nobody uses it, and at last however much it is used', () => {
    const rules = { signedInIdleHours: 10, signedInMostDays: 2, lockAfterMinutes: 20 };
    const at = Date.now();
    const cookies = (one: Browser) => ({
      token: one.cookies.get(SESSION_COOKIE)!,
      key: one.cookies.get(PAIRED_COOKIE)!,
    });
    const idle = signedIn('helper');
    expect(readSession(db(), cookies(idle), at + 9 * HOUR, rules)).not.toBeNull();
    expect(readSession(db(), cookies(idle), at + 20 * HOUR, rules)).toBeNull();
    const busy = signedIn('helper');
    for (let hour = 0; hour < 48; hour += 6) {
      expect(readSession(db(), cookies(busy), at + hour * HOUR, rules)).not.toBeNull();
    }
    expect(readSession(db(), cookies(busy), at + 49 * HOUR, rules)).toBeNull();
  });
});

describe('a PIN', () => {
  const withPin = async (role: Role) => {
    const browser = signedIn(role);
    expect((await browser.send(putPin, { pin: '471' })).status).toBe(400);
    expect((await browser.send(putPin, { pin: '4711' })).status).toBe(200);
    return browser;
  };

  it('unlocks what was locked, and nothing is told or taken meanwhile', async () => {
    const desk = await withPin('manager');
    expect(await desk.send(postLock)).toMatchObject({ locked: true });
    expect(desk.asks('GET', '/yard')).toBe(303);
    expect(desk.asks('POST', '/api/entries')).toBe(401);
    expect((await desk.send(postUnlock, { pin: '1174' })).status).toBe(422);
    expect(desk.asks('GET', '/yard')).toBe(303);
    expect((await desk.send(postUnlock, { pin: '4711' })).status).toBe(200);
    expect(desk.asks('GET', '/yard')).toBe(200);
    // Where there is none, nothing locks, and nothing is unlocked.
    expect(await signedIn('helper').send(postLock)).toMatchObject({ locked: false });
    expect((await signedIn('helper').send(postUnlock, { pin: '4711' })).status).toBe(422);
    expect((await new Browser().send(postUnlock, { pin: '4711' })).status).toBe(401);
  });

  it('locks by itself where nobody does anything, and is guessed five times at most', async () => {
    const desk = await withPin('attendant');
    const cookies = {
      token: desk.cookies.get(SESSION_COOKIE)!,
      key: desk.cookies.get(PAIRED_COOKIE)!,
    };
    const after = (minutes: number) =>
      readSession(db(), cookies, Date.now() + minutes * 60_000, DEFAULT_RULES, true)!.isLocked;
    expect([after(15), after(25)]).toEqual([false, true]);
    const tries: number[] = [];
    for (let n = 0; n < 6; n++)
      tries.push((await desk.send(postUnlock, { pin: `000${n}` })).status);
    expect(tries).toEqual([422, 422, 422, 422, 422, 401]);
    // Then the right one is no use either: the passphrase is asked for.
    expect((await desk.send(postUnlock, { pin: '4711' })).status).toBe(401);
  });
});

describe('who did it', () => {
  const note = () => newEntry('note', 'battery-027', NOW, { text: 'loose clamp' });
  const post = (browser: Browser, entry: unknown) => browser.send(handlePostEntry, entry);

  it('is who is signed in, and sent again by another it stays theirs', async () => {
    const [tom, ida] = [signedIn('helper'), signedIn('manager')];
    const entry = note();
    expect((await post(tom, entry)).status).toBe(200);
    expect(readEntry(db(), entry.id)!.by).toBe(tom.name);
    expect(await post(ida, entry)).toMatchObject({ outcome: 'known' });
    expect(readEntry(db(), entry.id)!.by).toBe(tom.name);
    // What another recorded on this phone waits for them.
    const kings = { ...note(), by: 'the King' };
    expect(await post(tom, kings)).toMatchObject({
      status: 403,
      reason: expect.stringMatching(/goes out when they are signed in/),
    });
    expect(readEntry(db(), kings.id)).toBeNull();
  });

  it('a helper walks and reads, takes back their own, and leaves the rest to others', async () => {
    const [helper, other] = [signedIn('helper'), signedIn('attendant')];
    const volts = { volts: 12.6, celsius: null, restedHours: 48, confirmed: true };
    expect((await post(helper, newEntry('reading', 'battery-027', NOW, volts))).status).toBe(200);
    const rules = newEntry('rules-changed', HOUSE_RULES, NOW, { patch: { readingDays: 14 } });
    expect(await post(helper, rules)).toMatchObject({
      status: 403,
      reason: expect.stringMatching(/recorded by a manager/),
    });
    expect((await post(other, rules)).status).toBe(403);
    const collection = newEntry('collection', 'vehicle-01', NOW, { on: '2027-03-01' });
    expect((await post(helper, collection)).status).toBe(403);
    const [mine, theirs] = [note(), note()];
    await post(helper, mine);
    await post(other, theirs);
    const strike = (id: string) =>
      newEntry('withdrawn', 'battery-027', NOW, { why: '' }, id, 'battery');
    expect((await post(helper, strike(theirs.id))).status).toBe(403);
    expect((await post(helper, strike(mine.id))).status).toBe(200);
    // Every kind is of somebody, and what changes the house is not a helper’s.
    const kinds = ENTRY_KIND_NAMES.filter((kind) => leastForKind(kind) === 'helper');
    for (const kind of [
      'handed-back',
      'laid-up',
      'agreed',
      'owner-answered',
      'rules-changed',
    ] as const) {
      expect(kinds).not.toContain(kind);
    }
  });
});

describe('a server of the building', () => {
  const ask = (host: string, method: string, headers: Record<string, string> = {}) =>
    refuseForeign(new Request('https://x/', { method, headers: { host, ...headers } }))?.status ??
    200;

  it('answers to its own names over TLS, and to no name that was pointed at it', () => {
    expect(ask('mill.local:4871', 'GET')).toBe(200);
    expect(ask('192.168.7.20', 'GET')).toBe(200);
    expect(ask('evil.test', 'GET')).toBe(421);
    expect(ask('mill.local.evil.test', 'GET')).toBe(421);
  });

  it('takes nothing from the pages of others: forms, plain text, nor without saying where from', () => {
    const own = { origin: 'https://mill.local' };
    expect(ask('mill.local', 'POST', own)).toBe(200);
    expect(ask('mill.local', 'POST', { origin: 'http://mill.local' })).toBe(403);
    expect(ask('mill.local', 'POST', { origin: 'https://evil.test' })).toBe(403);
    expect(ask('mill.local', 'POST', { origin: 'null' })).toBe(403);
    expect(ask('mill.local', 'POST')).toBe(403);
    expect(ask('mill.local', 'POST', { ...own, 'sec-fetch-site': 'cross-site' })).toBe(403);
    expect(
      ask('mill.local', 'GET', { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'no-cors' }),
    ).toBe(403);
  });

  it('codes are read however they are typed, and are of chance', () => {
    fc.assert(
      fc.property(fc.constantFrom(' ', '', '-', ' - '), (between) => {
        const code = newCode();
        expect(codeTyped(code.replace('-', between).toLowerCase())).toBe(code);
      }),
    );
    expect(new Set(Array.from({ length: 500 }, newCode)).size).toBe(500);
  });
});
