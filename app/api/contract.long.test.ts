import { pictureOf } from '../../features/lay-up/picture.fixture';
import { v4 as uuid } from 'uuid';
import { usualDetails } from '../../core/battery/usual-details';
import { hub } from '../../features/bench/hub';
import { parseEntry } from '../../core/logbook/entry';
import { EntryBody } from '../../core/logbook/entry-body';
import { API, type Endpoint } from '../../features/http/contract';
import { Refusal } from '../../features/http/refusal';
import { layUp } from '../../features/lay-up/lay-up.fixture';
import { newDraft } from '../../features/lay-up/draft';
import { newEntry } from '../../features/logbook/new-entry';
import { NOW, demoSite, site } from '../../features/server/demo-server.fixture';
import { db } from '../../features/server/store';
import { rowText } from '../../core/site/rows';
import { rowsOf } from '../../store/plan';
import { readBays, readHalls } from '../../store/site';
import { readAllEntries } from '../../store/entries';

demoSite();
// The bench that somebody watched rests again before its data go.
afterAll(async () => {
  while (hub().status.state !== 'resting') await new Promise((later) => setTimeout(later, 50));
});

type Address = keyof typeof API;
type Handler = (request: Request, where: { params: Promise<object> }) => Promise<Response>;

/** Asks as a page of the site would, through the route that the application has there. */
async function ask(
  address: Address,
  sent: {
    of?: Record<string, string>;
    query?: string;
    body?: BodyInit;
    headers?: Record<string, string>;
  } = {},
): Promise<Response> {
  const [method, path] = address.split(' ') as [string, string];
  const folder = path.replace(/^\/api/, '.').replace(/\{(\w+)\}/g, '[$1]');
  const route = jest.requireActual<Record<string, Handler>>(`${folder}/route.ts`);
  const request = new Request(`http://127.0.0.1${path}${sent.query ?? ''}`, {
    method,
    ...(sent.body === undefined ? {} : { body: sent.body }),
    headers: sent.headers ?? {},
  });
  return route[method]!(request, { params: Promise.resolve(sent.of ?? {}) });
}
const JSON_TYPE = { 'content-type': 'application/json' };
const endpointOf = (address: Address): Endpoint => API[address];

const note = (text: string) => newEntry('note', 'battery-001', NOW, { text });
const day = (date: string) => ({ date, mean: 3, min: 1 });
const outlet = () => site().stock.outlets[0]!;
const PHOTO = uuid();
const DRAFT = newDraft('car', undefined, { bayId: '', collectOn: '' });
let photo: Uint8Array<ArrayBuffer>;
beforeAll(async () => {
  photo = new Uint8Array(await pictureOf('jpeg'));
});

const FUSE = {
  fuse: 'F1',
  feeds: 'radio',
  amps: 10,
  kind: 'blade',
  load: 'audio',
  main: null,
  milliohms: null,
};

const SOMEBODY = { name: 'Ida', passphrase: 'four wet socks dry' };

interface Sample {
  readonly of?: Record<string, string>;
  readonly query?: string;
  readonly body?: () => unknown;
  /** What it answers here, where the demo has no outside and no test is running. */
  readonly status?: number;
}

/** One right request for each address; in this order, each finds what those before it have left. */
const RIGHT: Readonly<Record<Address, Sample>> = {
  'GET /api/ping': {},
  'GET /api/words/{tag}': { of: { tag: 'en-XA' } },
  'POST /api/entries': { body: () => note('one') },
  'POST /api/entries/batch': { body: () => [note('two'), note('three')] },
  'PUT /api/drafts/{id}': { of: { id: DRAFT.vehicleId }, body: () => DRAFT },
  'PUT /api/photos/{id}': {
    of: { id: PHOTO },
    query: `?vehicle=${DRAFT.vehicleId}&taken=2027-01-14T09:00:00.000Z`,
  },
  'GET /api/photos/{id}': { of: { id: PHOTO } },
  'DELETE /api/photos/{id}': { of: { id: uuid() }, status: 404 },
  'DELETE /api/owners/{id}/contact': { of: { id: uuid() }, status: 404 },
  'DELETE /api/drafts/{id}': { of: { id: DRAFT.vehicleId } },
  // Nobody signs in at the machine itself.
  'POST /api/pair': { body: () => ({ code: 'ABCDE-FGHJK', name: 'Phone' }), status: 409 },
  'POST /api/first': { body: () => SOMEBODY, status: 409 },
  'POST /api/sign-in': { body: () => SOMEBODY, status: 409 },
  'POST /api/sign-out': {},
  'PUT /api/pin': { body: () => ({ pin: '4711' }), status: 409 },
  'POST /api/lock': {},
  'POST /api/unlock': { body: () => ({ pin: '4711' }), status: 401 },
  'POST /api/pairing-codes': { status: 409 },
  'DELETE /api/paired/{id}': { of: { id: uuid() }, status: 404 },
  'POST /api/people': { body: () => ({ ...SOMEBODY, id: uuid(), role: 'helper' }) },
  'PUT /api/people/{id}': { of: { id: uuid() }, body: () => ({ role: 'manager' }), status: 404 },
  'DELETE /api/people/{id}': { of: { id: uuid() }, status: 404 },
  'GET /api/calendars/{secret}': { of: { secret: 'guessed' }, status: 404 },
  'POST /api/calendars': { status: 409 },
  'DELETE /api/calendars': {},
  'POST /api/practised': { body: () => ({ task: 'read' }), status: 409 },
  'POST /api/winters': { body: () => ({ seed: 3, patch: {}, oneMore: null }), status: 409 },
  'GET /api/practice/season/{seed}': { of: { seed: '3' }, status: 409 },
  'PUT /api/practice-sheet': { body: () => ({ kept: true }) },
  'POST /api/owner-links': { body: () => ({ vehicleId: 'vehicle-01' }) },
  'DELETE /api/owner-links/{id}': { of: { id: 'vehicle-01' } },
  'POST /api/lay-up': { body: () => layUp() },
  'POST /api/bring': {
    body: () => ({
      ...{ id: uuid(), hallId: 'carding-hall', newBays: ['L1'] },
      vehicles: [{ layUp: layUp({ bayId: 'bay-L1' }), since: null, readings: [], notes: [] }],
    }),
  },
  'GET /api/bring/{id}': { of: { id: uuid() } },
  'DELETE /api/bring/{id}': { of: { id: uuid() }, status: 404 },
  'PUT /api/site/plan': {
    body: () => ({
      halls: [
        ...readHalls(db()).map(({ id, name, kind, setpointCelsius, place }) => ({
          ...{ id, name, kind, setpointCelsius, place },
          rows: rowsOf(readBays(db()).filter((bay) => bay.hallId === id)).map(rowText),
        })),
        { id: uuid(), name: 'Wool Loft', kind: 'unheated', setpointCelsius: null, rows: ['W1–W4'] },
      ],
      moves: [],
    }),
  },
  // One process, one site: what more there is shows in the tests of sites.
  'POST /api/sites': { body: () => ({ name: 'Carding shed' }), status: 409 },
  'POST /api/chargers/{id}/send': {
    of: { id: 'pirn' },
    body: () => ({ to: 'carding-shed', hallId: 'hall-1' }),
    status: 404,
  },
  'GET /api/take-out/{what}': { of: { what: 'readings.csv' } },
  'PUT /api/vehicles/{id}/owner': {
    of: { id: 'vehicle-01' },
    body: () => ({
      owner: { name: 'A. Owner', contact: '' },
      samePerson: false,
      terms: { keys: 'owner', keyPlace: '', consent: 'ask', priceLimit: null },
      why: '',
    }),
  },
  'POST /api/batteries': {
    body: () => ({
      vehicleId: 'vehicle-01',
      replaces: null,
      onBench: true,
      battery: {
        id: uuid(),
        role: 'starter',
        place: 'on the bench',
        chemistry: 'agm',
        nominalVolts: 12,
        capacityAh: 60,
        fittedYear: 2025,
        details: usualDetails('agm'),
      },
    }),
  },
  'POST /api/temperatures': {
    body: () => ({ target: 'dye-house', days: [day('2027-01-15'), day('2027-01-16')] }),
  },
  'POST /api/rules/preview': { body: () => ({ patch: { readingDays: 14 } }) },
  'GET /api/advice': {},
  'POST /api/setup': {
    body: () => ({
      name: 'Old Barn',
      timeZone: 'Europe/London',
      rules: { currency: 'EUR' },
      seasonStart: '2026-10-15',
      seasonEnd: '2027-04-30',
      climate: 'mild',
      halls: [
        {
          name: 'Threshing Floor',
          rows: ['T1–T4'],
          kind: 'unheated',
          setpointCelsius: null,
        },
      ],
    }),
    status: 409,
  },
  'POST /api/reports': {
    body: () => ({
      device: 'nobody',
      reports: [{ n: 1, at: new Date(NOW).toISOString(), celsius: 4 }],
    }),
    status: 401,
  },
  'POST /api/fuses': {
    body: () => ({ model: 'Calder 1500', list: [FUSE] }),
  },
  'POST /api/fuses/known': { body: () => [{ kind: 'blade', amps: 10, milliohms: 7.5 }] },
  'POST /api/meter': { body: () => ({ name: 'Meter', host: '127.0.0.1', port: 5025 }) },
  'DELETE /api/meter': {},
  'GET /api/season/document': {},
  'POST /api/season/plan': {
    body: () => ({
      planId: 1,
      plan: {
        rounds: [],
        totals: { minutes: 0, rounds: 0, charges: 0, underLineDays: 0 },
        lowestSocPct: [],
        lowerBoundMinutes: null,
        unmet: [],
        remedies: [],
      },
    }),
    status: 409,
  },
  'GET /api/season/rounds.ics': {},
  'POST /api/devices': {
    body: () => ({
      id: 'loft',
      name: 'Loft',
      reports: 'thermometer',
      chargerId: null,
      hallId: 'dye-house',
      everyMinutes: 30,
    }),
  },
  'DELETE /api/devices/{id}': { of: { id: 'loft' } },
  'POST /api/stock': { body: () => ({ kind: 'outlet', outlet: outlet() }) },
  'DELETE /api/stock/{what}/{id}': { of: { what: 'ladder', id: 'x' }, status: 404 },
  'GET /api/live': {},
  'POST /api/live': { body: () => ({ vehicleId: 'vehicle-01' }) },
  'GET /api/find': {},
  'GET /api/records/{id}': { of: { id: 'vehicle-01' } },
  'GET /api/yard': {},
  'GET /api/yard/series': {},
  'POST /api/bench': { body: () => ({ do: 'jumper-off' }), status: 409 },
  'GET /api/bench/trace': {},
  'POST /api/bench/trace': {
    body: () => ({
      batteryId: 'battery-001',
      seconds: Array.from({ length: 1500 }, (_, i) => i),
      amps: Array.from({ length: 1500 }, (_, i) => (i < 30 ? 0.2 : 0.002)),
    }),
  },
  'GET /api/bench/stream': {},
  'POST /api/bench/hands': { body: () => ({ do: 'probes', on: 'off' }), status: 404 },
  'POST /api/demo/open': { status: 409 },
  'POST /api/demo/clock': { body: () => ({ by: 'hour' }), status: 404 },
  'GET /api/demo/sight': { query: '?battery=battery-001', status: 404 },
};

/** A right request as it is sent. */
function right(address: Address, body: unknown) {
  const { of = {}, query = '' } = RIGHT[address];
  const { sends } = endpointOf(address);
  if (sends) return { of, query, body: photo, headers: { 'content-type': sends[0]! } };
  if (body === undefined) return { of, query };
  return { of, query, body: JSON.stringify(body), headers: JSON_TYPE };
}

/** A refusal is one of those that are written down, and says why. */
async function refused(address: Address, reply: Response): Promise<number> {
  const { refuses = [], body, sends } = endpointOf(address);
  const known = [...(body || sends ? [400, 413, 415] : []), ...refuses];
  expect({ address, known: known.includes(reply.status) ? reply.status : known }).toEqual({
    address,
    known: reply.status,
  });
  expect(Refusal.parse(await reply.json()).reason).toMatch(/\w/);
  return reply.status;
}

/** What comes back is what is written down. */
async function agrees(address: Address, reply: Response): Promise<void> {
  const { gives, reply: schema } = endpointOf(address);
  if (gives) {
    expect(gives).toContain(reply.headers.get('content-type'));
    await reply.body?.cancel();
    return;
  }
  expect(schema!.safeParse(await reply.json()).error).toBeUndefined();
}

const addresses = Object.keys(RIGHT) as Address[];
const withBody = addresses.filter((address) => endpointOf(address).body);
const rows = () =>
  ['entry', 'vehicle', 'battery', 'draft', 'photo', 'trace', 'reporter', 'outlet'].map((table) =>
    db().prepare(`SELECT count(*) FROM ${table}`).pluck().get(),
  );

describe('each address answers as it is written down', () => {
  it('an entry is described as it is taken: every one of the demo is both', () => {
    const sent = readAllEntries(db()).map((entry) =>
      // What the server adds is not sent.
      Object.fromEntries(
        Object.entries(entry).filter(([name]) => !['seq', 'recordedAt'].includes(name)),
      ),
    );
    expect(sent.length).toBeGreaterThan(1000);
    const torn = sent.filter(
      (entry) => parseEntry(entry).ok !== EntryBody.safeParse(entry).success,
    );
    expect(torn).toEqual([]);
  });

  it.each(addresses)('%s: a right request, and the same again', async (address) => {
    const { body, status = 200 } = RIGHT[address];
    const sent = body?.();
    const first = await ask(address, right(address, sent));
    expect({ status: first.status }).toEqual({ status });
    if (status === 200) await agrees(address, first);
    else await refused(address, first);
    // A logged run is a new draw each time: it carries no id of its own.
    if (address === 'POST /api/bench/trace') return;
    // A device is given another token, and that is told.
    if (address === 'POST /api/devices') return;
    const before = rows();
    const again = await ask(address, right(address, sent));
    if (again.status === 200) await agrees(address, again);
    else await refused(address, again);
    expect(rows()).toEqual(before);
  });

  it.each(withBody)(
    '%s: what is none is refused with the reason, and changes nothing',
    async (address) => {
      const { of = {} } = RIGHT[address];
      const before = rows();
      const send = async (body: string, headers: Record<string, string> = JSON_TYPE) =>
        refused(address, await ask(address, { of, body, headers }));
      // A stranger learns nothing of what a device may say.
      const none = endpointOf(address).byToken ? [401, 429] : [400];
      if (address !== 'POST /api/bench/hands') {
        expect(none).toContain(await send('{"nonsense":true}'));
        expect(none).toContain(await send('[null]'));
      }
      expect(await send('{"cut off')).toBe(400);
      expect(await send('volts=12', { 'content-type': 'text/plain' })).toBe(415);
      expect(await send('{}', { ...JSON_TYPE, 'content-length': '99999999' })).toBe(413);
      expect(rows()).toEqual(before);
    },
  );

  it('a picture that is none, or too large, is refused', async () => {
    const address = 'PUT /api/photos/{id}';
    const put = async (body: Uint8Array<ArrayBuffer>, type: string) =>
      refused(
        address,
        await ask(address, {
          ...right(address, undefined),
          body,
          headers: { 'content-type': type },
        }),
      );
    expect(await put(new TextEncoder().encode('GIF89a'), 'image/jpeg')).toBe(415);
    expect(await put(photo, 'text/html')).toBe(400);
    expect(await put(new Uint8Array(2_000_000), 'image/jpeg')).toBe(413);
  });
});
