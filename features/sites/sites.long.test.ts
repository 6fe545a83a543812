import { cpSync, mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { DEMO_NOW } from '../../demo/site';
import { readEntriesOf } from '../../store/entries';
import { readPeople } from '../../store/people';
import { putIn } from '../../store/sessions.fixture';
import { dropStock, putCharger, readStock } from '../../store/stock';
import { readBatteryStates } from '../../store/states';
import { PAIRED_COOKIE, SESSION_COOKIE } from '../access/cookies';
import { whoSent } from '../access/who';
import { newEntry } from '../logbook/new-entry';
import { handlePostEntry } from '../logbook/post-entry';
import { entryWords } from '../logbook/words';
import { addServed, here, held, installation, served, type Served } from '../server/here';
import { answer, request } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { postSite } from './post-site';
import { postChargerGoes } from './send-charger';
import { at, otherSites, sitesFor } from './served-sites';

let folder: string;
let mill: Served;
let shed: Served;
const siteIn = (name: string, mark: string, port: number) => {
  const its = join(folder, name);
  cpSync(process.env.EMBER_DEMO_TEMPLATE!, its, { recursive: true });
  return served({ folder: its, mark, port, publicUrl: null });
};

beforeAll(() => {
  folder = mkdtempSync(join(tmpdir(), 'velvet-two-'));
  process.env.EMBER_NOW = DEMO_NOW;
  mill = siteIn('mill', '', 4871);
  shed = siteIn('shed', 'shed', 4872);
  addServed(mill);
  addServed(shed);
  at(shed, () => db().prepare("UPDATE site SET name = 'Canal Shed'").run());
});
afterAll(() => {
  for (const site of installation().sites) at(site, () => db().close());
  rmSync(folder, { recursive: true, force: true });
});

const send = (id: string, to: string, hallId: string, from = mill) =>
  at(from, () => answer(postChargerGoes(request({ to, hallId }), id)));
const chargers = (site: Served) =>
  at(site, () => readStock(db()).chargers.map(({ id, hallId }) => `${id} ${hallId}`));
const told = (site: Served) =>
  at(site, () =>
    readEntriesOf(db(), 'site', 'site')
      .filter(({ kind }) => kind === 'stock-changed')
      .map((entry) => Object.values(entryWords(entry, {})).join(': ')),
  );
const hanging = (site: Served) =>
  at(site, () => new Set([...readBatteryStates(db()).values()].map(({ hook }) => hook?.chargerId)));

it('what is recorded at one site is not at the other, and each holds its own', async () => {
  const battery = at(mill, () => [...readBatteryStates(db()).keys()][0]!);
  const count = (site: Served) => at(site, () => readEntriesOf(db(), 'battery', battery).length);
  const before = [count(mill), count(shed)];
  const note = newEntry(
    'note',
    battery,
    Date.parse(DEMO_NOW),
    { text: 'only here' },
    null,
    'battery',
  );
  const reply = await at(mill, () => handlePostEntry(request(note)));
  expect(reply.status).toBe(200);
  expect([count(mill), count(shed)]).toEqual([before[0]! + 1, before[1]]);
  const [one, other] = [mill, shed].map((site) => at(site, () => held('thing', () => ({}))));
  expect(one).not.toBe(other);
  expect(at(mill, () => held('thing', () => ({})))).toBe(one);
  // What was begun at a site goes on there, also after it has waited.
  await at(shed, async () => {
    await new Promise((later) => setTimeout(later, 5));
    expect(here()).toBe(shed);
  });
});

it('each is led to from the other, by the name that the browser asked for', () => {
  const list = (site: Served) => at(site, () => sitesFor('10.0.0.5:4871'));
  expect(list(mill)).toEqual([
    { mark: '', name: expect.any(String) as string, href: 'http://10.0.0.5:4871', isHere: true },
    { mark: 'shed', name: 'Canal Shed', href: 'http://10.0.0.5:4872', isHere: false },
  ]);
  expect(list(shed).map(({ isHere }) => isHere)).toEqual([false, true]);
  expect(at(mill, otherSites)).toMatchObject([{ mark: 'shed', name: 'Canal Shed' }]);
});

describe('a charger that travels', () => {
  const free = () => {
    const busy = hanging(mill);
    return chargers(mill)
      .map((one) => one.split(' ')[0]!)
      .find((id) => !busy.has(id) && at(mill, () => isFree(id)))!;
  };
  /** Nothing leans on it: tried, and put back. */
  const isFree = (id: string) => {
    let free = false;
    const tried = db().transaction(() => {
      free = dropStock(db(), 'charger', id);
      throw new Error('put back');
    });
    expect(tried).toThrow('put back');
    return free;
  };

  it('is there and no more here, with all that is known of it, in both logbooks; and comes back', async () => {
    const id = free();
    // Two of a name cannot be at one site: the shed was furnished from the same list.
    at(shed, () => dropStock(db(), 'charger', id));
    const before = [chargers(mill), chargers(shed)];
    const facts = at(mill, () => readStock(db()).chargers.find((one) => one.id === id)!);
    const halls = at(mill, otherSites)[0]!.halls;
    expect(await send(id, 'shed', halls[1]!.id)).toMatchObject({ status: 200 });
    expect(chargers(mill)).not.toContain(`${id} ${facts.hallId}`);
    expect(at(shed, () => readStock(db()).chargers.find((one) => one.id === id))).toEqual({
      ...facts,
      hallId: halls[1]!.id,
    });
    expect(told(mill).at(-1)).toBe(`charger ${facts.name}: went to Canal Shed`);
    expect(told(shed).at(-1)).toMatch(`charger ${facts.name}: came from`);
    expect(await send(id, '', facts.hallId, shed)).toMatchObject({ status: 200 });
    expect([chargers(mill), chargers(shed)]).toEqual(before);
  });

  it('stays where something hangs on it, where it cannot go, and where one of its name is', async () => {
    const before = [chargers(mill), chargers(shed), told(mill), told(shed)];
    const busy = [...hanging(mill)].find(Boolean)!;
    const hall = at(mill, otherSites)[0]!.halls[0]!.id;
    expect(await send(busy, 'shed', hall)).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/hangs on it/) as string,
    });
    expect(await send('nothing', 'shed', hall)).toMatchObject({ status: 404 });
    expect(await send(free(), 'nowhere', hall)).toMatchObject({ status: 404 });
    expect(await send(free(), '', hall)).toMatchObject({ status: 404 });
    expect(await send(free(), 'shed', 'no-hall')).toMatchObject({ status: 409 });
    const id = free();
    const { name, ...facts } = at(mill, () =>
      readStock(db()).chargers.find((one) => one.id === id)!,
    );
    at(shed, () => {
      dropStock(db(), 'charger', id);
      putCharger(db(), { ...facts, name, id: 'namesake' });
    });
    const there = chargers(shed);
    expect(await send(id, 'shed', hall)).toMatchObject({
      status: 409,
      reason: `Canal Shed has a charger ${name} already: give this one another name first.`,
    });
    expect([chargers(mill), chargers(shed)]).toEqual([before[0], there]);
    expect([told(mill), told(shed)]).toEqual(before.slice(2));
    at(shed, () => dropStock(db(), 'charger', 'namesake'));
  });

  it('stopped after it was written down there and before it was gone here, it is sent again', async () => {
    const id = free();
    const facts = at(mill, () => readStock(db()).chargers.find((one) => one.id === id)!);
    at(shed, () => putCharger(db(), facts));
    expect(await send(id, 'shed', facts.hallId)).toMatchObject({ status: 200 });
    expect(chargers(mill)).not.toContain(`${id} ${facts.hallId}`);
    expect(chargers(shed).filter((one) => one.startsWith(`${id} `))).toHaveLength(1);
    expect(await send(id, '', facts.hallId, shed)).toMatchObject({ status: 200 });
  });
});

describe('where people sign in', () => {
  beforeAll(() => {
    process.env.EMBER_DOOR = 'signed';
  });
  afterAll(() => {
    delete process.env.EMBER_DOOR;
    installation().add = null;
  });
  const by = (jar: ReadonlyMap<string, string>, body: unknown) => {
    const sent = request(body);
    sent.headers.set('cookie', [...jar].map(([name, value]) => `${name}=${value}`).join('; '));
    sent.headers.set('host', 'mill.local:4871');
    return sent;
  };

  it('who is in at one site is not in at the other, though a browser sends both the same cookies', () => {
    const { key, token } = at(mill, () => putIn(db(), { role: 'manager', name: 'Ida' }));
    const jar = new Map([
      [PAIRED_COOKIE, key],
      [SESSION_COOKIE, token],
    ]);
    expect(at(mill, () => whoSent(by(jar, {})))?.name).toBe('Ida');
    expect(at(shed, () => whoSent(by(jar, {})))).toBeNull();
  });

  it('who adds a site is its manager, in at once, and alone; chargers go where one is in too', async () => {
    const { name, key, token } = at(mill, () => putIn(db(), { role: 'manager', name: 'Tom' }));
    const jar = new Map<string, string>([
      [PAIRED_COOKIE, key],
      [SESSION_COOKIE, token],
    ]);
    const add = () => at(mill, () => postSite(by(jar, { name: 'Wharf' })));
    expect((await add()).status).toBe(409);
    installation().add = (called, begin) => {
      const its = { folder: join(folder, called), mark: 'wharf', port: 4873, publicUrl: null };
      const made = served(its);
      addServed(made);
      at(made, () => begin(made));
      return Promise.resolve(made);
    };
    const id = chargers(mill)
      .find((one) => !hanging(mill).has(one.split(' ')[0]))!
      .split(' ')[0]!;
    const hallId = at(mill, () => readStock(db()).chargers[0]!.hallId);
    const goes = (to: string) =>
      at(mill, () => answer(postChargerGoes(by(jar, { to, hallId }), id)));
    expect(await goes('shed')).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/^Sign in at Canal Shed first/) as string,
    });
    const reply = await add();
    expect(await reply.json()).toEqual({ href: 'https://mill.local:4873/setup?name=Wharf' });
    for (const one of reply.headers.getSetCookie()) {
      expect(one).toMatch(/^__Host-ember-\w+-wharf=.*Secure; HttpOnly; SameSite=Lax$/);
      const [cookie, value] = one.split(';')[0]!.split('=') as [string, string];
      jar.set(cookie, value);
    }
    const wharf = installation().sites.at(-1)!;
    expect(at(wharf, () => whoSent(by(jar, {})))).toMatchObject({ name, role: 'manager' });
    expect(at(wharf, () => readPeople(db()).map((person) => person.name))).toEqual([name]);
    // By its mark while it is not set up, by its name then.
    expect((await add()).status).toBe(409);
  });
});
