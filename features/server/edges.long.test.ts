import sharp from 'sharp';
import { pictureOf } from '../lay-up/picture.fixture';
import ICAL from 'ical.js';
import ical, { type VEvent } from 'node-ical';
import { NextRequest } from 'next/server';
import { v4 as uuid } from 'uuid';
import { toDay } from '../../core/day';
import { daysOfRows } from '../../core/intake/temperature-rows';
import { DEMO_FUSES } from '../../demo/fuses';
import { demoToken } from '../../demo/living';
import { Site, readSite } from '../../store/site';
import { hallDayStamp, importHallDays, readHallDays } from '../../store/temperatures';
import { fuseCsv, parseFuseCsv } from '../bench/fuse-csv';
import { postBench, postTrace } from '../bench/routes';
import { hub } from '../bench/hub';
import { readDraft } from '../lay-up/draft';
import { keepDraft } from '../lay-up/draft-routes';
import { layUpData } from '../lay-up/load';
import { putPhoto } from '../lay-up/photo-routes';
import { postReports } from '../reports/ingest';
import { handlePostEntry } from '../logbook/post-entry';
import { postTemperatures } from '../temperatures/routes';
import { calendarOf } from '../season/calendar';
import { postSetup } from '../setup/post-setup';
import { proxy } from '../../proxy';
import { malformed } from '../../cli/serve-here';
import { DAY_HEADER } from '../app-shell/chosen-day';
import { NOW, answer, demoSite, request, site } from './demo-server.fixture';
import { db } from './store';

demoSite();

const HOST = '127.0.0.1:4870';
const through = (path: string, headers: Record<string, string> = {}, method = 'GET') =>
  proxy(new NextRequest(`http://${HOST}${path}`, { method, headers: { host: HOST, ...headers } }));

describe('what stands before every page', () => {
  it('lets nobody frame it, sniff at it or load anything into it', () => {
    const { headers } = through('/yard');
    const policy = headers.get('content-security-policy')!;
    expect(policy).toContain("frame-ancestors 'none'");
    expect(policy).toMatch(/script-src 'self' 'nonce-[^']+'(;|$)/);
    expect(policy).toMatch(/style-src 'self' 'nonce-[^']+'(;|$)/);
    expect(policy).not.toMatch(/script-src[^;]*unsafe/);
    expect(headers.get('x-content-type-options')).toBe('nosniff');
    expect(headers.get('referrer-policy')).toBe('same-origin');
    const nonce = (reply: Response) =>
      /nonce-([^']+)/.exec(reply.headers.get('content-security-policy')!)![1];
    expect(nonce(through('/yard'))).not.toBe(nonce(through('/yard')));
  });

  const origin = `http://${HOST}`;
  it.each([
    ['a page of ours', 'POST', { origin, 'sec-fetch-site': 'same-origin' }, 200],
    ['a program that says where it writes to', 'POST', { origin }, 200],
    ['a device with its token', 'POST', { authorization: 'Bearer x' }, 200],
    ['a program that says nothing', 'POST', {}, 403],
    [
      'a page of another site',
      'POST',
      { origin: 'http://evil.test', 'sec-fetch-site': 'cross-site' },
      403,
    ],
    [
      'a page of another port',
      'POST',
      { origin: 'http://127.0.0.1:9', 'sec-fetch-site': 'same-site' },
      403,
    ],
    ['a form without an origin', 'POST', { origin: 'null', 'sec-fetch-site': 'cross-site' }, 403],
    [
      'a page of another port, with a token of its own',
      'DELETE',
      { 'sec-fetch-site': 'same-site', authorization: 'Bearer x' },
      403,
    ],
    [
      'a person who typed the address',
      'GET',
      { 'sec-fetch-site': 'none', 'sec-fetch-mode': 'navigate', 'sec-fetch-dest': 'document' },
      200,
    ],
    [
      'a link from elsewhere',
      'GET',
      {
        'sec-fetch-site': 'cross-site',
        'sec-fetch-mode': 'navigate',
        'sec-fetch-dest': 'document',
      },
      200,
    ],
    [
      'a frame of another page',
      'GET',
      { 'sec-fetch-site': 'cross-site', 'sec-fetch-mode': 'navigate', 'sec-fetch-dest': 'iframe' },
      403,
    ],
    [
      'a script or picture of another page',
      'GET',
      { 'sec-fetch-site': 'same-site', 'sec-fetch-mode': 'no-cors', 'sec-fetch-dest': 'image' },
      403,
    ],
    ['a calendar that subscribed', 'GET', {}, 200],
    ['another name for this machine', 'GET', { host: 'evil.test' }, 421],
    ['no name at all', 'GET', { host: '' }, 421],
  ])('answers %s as it may', (_, method, headers, status) => {
    expect(through('/api/yard/series', headers as Record<string, string>, method).status).toBe(
      status,
    );
  });

  it.each([['?day=%E2%82%AC'], ['?day=2727-99-99'], ['?day=0050-01-01&day=x'], ['?day=']])(
    'passes no day on that is none: %s',
    (query) => {
      const reply = through(`/yard${query}`);
      expect(reply.status).toBe(200);
      const passed = reply.headers.get(`x-middleware-request-${DAY_HEADER}`) ?? '';
      expect(passed === '' || /^\d{4}-\d{2}-\d{2}$/.test(passed)).toBe(true);
    },
  );

  it('asks for one host, and an address that can be read', () => {
    const ask = (rawHeaders: string[], url = '/yard') => malformed({ rawHeaders, url });
    expect(ask(['Host', HOST])).toBeNull();
    expect(ask([])).toMatch(/host once/);
    expect(ask(['Host', HOST, 'host', 'evil.test'])).toMatch(/host once/);
    expect(ask(['Host', ' '])).toMatch(/names its host/);
    expect(ask(['Host', HOST], '/vehicle/%ff')).toMatch(/%/);
    expect(ask(['Host', HOST], '/vehicle/%')).toMatch(/%/);
    expect(ask(['Host', HOST], `/${'a'.repeat(5000)}`)).toMatch(/too long/);
  });
});

describe('bodies', () => {
  it('over their limit are not read, and say so', async () => {
    const long = { text: 'x'.repeat(1_100_000) };
    expect(await answer(handlePostEntry(request(long)))).toMatchObject({
      status: 413,
      reason: 'The body is over 1 MB: send less at once.',
    });
  });

  it('folded deeper than anybody folds are refused', async () => {
    const deep = `${'['.repeat(50_000)}${']'.repeat(50_000)}`;
    expect((await answer(postSetup(request(deep)))).reason).toMatch(/folded over 40 deep/);
    const id = uuid();
    const facts = JSON.parse(`${'{"a":'.repeat(900)}1${'}'.repeat(900)}`) as object;
    const draft = {
      vehicleId: id,
      step: 0,
      kind: 'car',
      name: '',
      facts,
      terms: {},
      collectOn: '',
    };
    const body = { ...draft, allOff: [], photos: [], batteries: [] };
    expect(await answer(keepDraft(request(body), id))).toMatchObject({ status: 400 });
  });
});

describe('a trace out of a file', () => {
  const logged = (seconds: number[], amps = seconds.map(() => 0.012)) =>
    answer(postTrace(request({ batteryId: 'battery-033', seconds, amps })));

  it('with times that no logger has is refused in words', async () => {
    expect(await logged([0, 1, 2, 3, 4, 1e300])).toMatchObject({
      status: 400,
      reason: expect.stringMatching(/over a month after the first/) as string,
    });
    expect((await logged([-1e300, 1, 2, 3, 4])).status).toBe(400);
  });
});

describe('a test on the bench', () => {
  it('has so many marks and no more', async () => {
    const ask = (body: object) => answer(postBench(request(body)));
    expect((await ask({ do: 'start', batteryId: 'battery-033' })).status).toBe(200);
    for (let i = 0; i < 1000; i++) hub().mark({ kind: 'jumper-off', at: i });
    expect(await ask({ do: 'jumper-back' })).toMatchObject({ status: 409 });
    expect((await ask({ do: 'discard' })).status).toBe(200);
  });
});

describe('days of a hall', () => {
  const days = (...list: [string, number, number][]) =>
    list.map(([date, mean, min]) => ({ date, mean, min }));
  const send = (list: object[], target = 'dye-house') =>
    answer(postTemperatures(request({ target, days: list })));

  it('a day twice in one file is refused by its place', async () => {
    expect(
      await send(days(['2027-02-01', 3, 1], ['2027-02-02', 4, 1], ['2027-02-01', 9, 8])),
    ).toMatchObject({
      status: 400,
      reason: 'days.2.date: 2027-02-01 is there already, as day 1 of the list',
    });
    const rows = [
      '2027-02-01,3',
      '2027-02-02,4',
      '2027-02-03,4',
      '2027-02-04,4',
      '2027-02-05,4',
      '2027-02-01,9',
    ];
    const columns = {
      ...({ when: 0, celsius: 1, low: null, heading: 0 } as const),
      ...({ degrees: 'celsius', dateOrder: null } as const),
    };
    const read = daysOfRows(
      rows.map((row) => row.split(',')),
      columns,
    );
    expect(read).toEqual({
      ok: false,
      reason: 'Line 6: 2027-02-01 is there already, in line 1. Take one of them out.',
    });
    // One of hours has many rows a day.
    const hourly = Array.from({ length: 48 }, (_, h) => [
      `2027-02-0${1 + Math.floor(h / 24)}T${h % 24}`,
      '4',
    ]);
    expect(daysOfRows(hourly, columns)).toMatchObject({ ok: true, rows: 48 });
  });

  it('a forecast whose days change places is noticed', async () => {
    const [one, two] = [toDay('2027-02-01'), toDay('2027-02-02')];
    const put = (a: number, b: number) =>
      importHallDays(
        db(),
        'dye-house',
        [
          { day: one, mean: a, min: a },
          { day: two, mean: b, min: b },
        ],
        toDay('2027-01-14'),
      );
    put(-8, 8);
    const before = { stamp: hallDayStamp(db()), seen: site().temperatures.get('dye-house')! };
    const at = one - before.seen.firstDay;
    expect(before.seen.mean[at]).toBe(-8);
    put(8, -8);
    expect(hallDayStamp(db())).not.toBe(before.stamp);
    expect(site().temperatures.get('dye-house')!.mean[at]).toBe(8);
  });

  it('70 °C is a day that no page falls over', async () => {
    expect((await send(days(['2027-02-03', 70, 70], ['2027-02-04', -80, -80]))).status).toBe(200);
    expect(readHallDays(db(), toDay('2027-02-03'), toDay('2027-02-03')).size).toBe(1);
    const { seasonPlan } = await import('../season/keeper');
    expect((await seasonPlan(site())).kept).not.toBeNull();
    const climate = Array.from(
      { length: 25 },
      (_, i) => [`2026-01-${String(i + 1).padStart(2, '0')}`, 70, 70] as [string, number, number],
    );
    expect((await send(days(...climate), 'climate')).status).toBe(422);
    expect((await seasonPlan(site())).kept).not.toBeNull();
  });
});

describe('a draft that is put together so that it can be gone on with', () => {
  it.each([
    ['nothing', {}],
    ['no object', 'half'],
    [
      'empty facts and a battery without any',
      { kind: 'camper', facts: {}, terms: {}, batteries: [{ id: 'x' }] },
    ],
    [
      'nonsense in every field',
      {
        kind: 'boat',
        step: 99,
        name: 7,
        facts: { earth: 'up', tellWho: 3 },
        photos: [1],
        batteries: 'two',
      },
    ],
  ])('%s', (_, data) => {
    const draft = readDraft(data);
    expect(draft.facts).toMatchObject({ earth: 'negative', tellWho: '' });
    expect(draft.terms).toMatchObject({ keys: 'key-rack', consent: 'ask' });
    expect(draft.batteries.length).toBeGreaterThan(0);
    for (const { details, chemistry } of draft.batteries) {
      expect(details.terminals).toBe('posts');
      expect(chemistry).toBe('flooded');
    }
  });

  it('what was typed is kept as it was typed, sense or not', () => {
    const typed = {
      ...readDraft({ kind: 'car' }),
      name: 'x'.repeat(500),
      collectOn: '2727-13-99',
      facts: { ...readDraft({}).facts, tellWho: 'y'.repeat(300), earth: 'positive' },
    };
    expect(readDraft(JSON.parse(JSON.stringify(typed)))).toEqual(typed);
  });

  it('opens with the others on the page', async () => {
    const id = uuid();
    const body = {
      vehicleId: id,
      step: 3,
      kind: 'car',
      name: 'half done',
      facts: {},
      terms: {},
      collectOn: '',
      allOff: [],
      photos: [],
      batteries: [],
    };
    expect((await answer(keepDraft(request(body), id))).status).toBe(200);
    const shown = layUpData(site(), null).drafts.find((one) => one.id === id)!;
    expect(shown.draft).toMatchObject({ name: 'half done', step: 3, facts: { alarm: 'none' } });
  });
});

describe('a photograph', () => {
  let JPEG: Buffer;
  beforeAll(async () => {
    JPEG = await pictureOf('jpeg');
  });
  const send = (vehicle: string, bytes: Buffer, type = 'image/jpeg', id = uuid()) =>
    answer(
      putPhoto(
        new Request(
          `http://127.0.0.1/api/photos/${id}?vehicle=${vehicle}&taken=2027-01-14T09:00:00Z`,
          {
            method: 'PUT',
            headers: { 'content-type': type },
            body: new Uint8Array(bytes),
          },
        ),
        id,
      ),
    );

  it('is what it is said to be, of a vehicle that is here or was begun', async () => {
    expect((await send('vehicle-31', JPEG)).status).toBe(200);
    expect(await send('vehicle-31', Buffer.from('<script>'))).toMatchObject({ status: 415 });
    expect(await send('vehicle-31', JPEG, 'image/png')).toMatchObject({ status: 415 });
    // It begins like one, and is none; or it is one that unfolds to more than any memory has.
    const torn = Buffer.concat([JPEG.subarray(0, 60), Buffer.from('<svg onload=alert(1)>')]);
    expect(await send('vehicle-31', torn)).toMatchObject({ status: 415 });
    const vast = await sharp({
      create: { width: 16_000, height: 8000, channels: 3, background: '#000' },
      limitInputPixels: false,
    })
      .png({ compressionLevel: 9 })
      .toBuffer();
    expect(vast.length).toBeLessThan(1_000_000);
    expect(await send('vehicle-31', vast, 'image/png')).toMatchObject({ status: 415 });
    expect(await send(uuid(), JPEG)).toMatchObject({ status: 404 });
  });

  it('is one of so many', async () => {
    for (let i = 0; i < 60; i++) expect((await send('vehicle-30', JPEG)).status).toBe(200);
    expect(await send('vehicle-30', JPEG)).toMatchObject({ status: 409 });
  });
});

describe('tokens of devices', () => {
  const report = (token: string, device = 'device-bobbin-2') =>
    answer(
      postReports(
        new Request('http://127.0.0.1/api/reports', {
          method: 'POST',
          headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
          body: JSON.stringify({
            device,
            reports: [{ n: 1, at: new Date(NOW).toISOString(), state: 'holding' }],
          }),
        }),
      ),
    );

  it('wrong ones are answered so often and no more, and the right one all the while', async () => {
    const statuses: number[] = [];
    for (let i = 0; i < 40; i++) statuses.push((await report(`guess-${i}`)).status);
    expect(statuses.slice(0, 20)).toEqual(Array(20).fill(401));
    expect(statuses.slice(20)).toEqual(Array(20).fill(429));
    expect([200, 409]).toContain((await report(demoToken('device-bobbin-2'))).status);
    for (let i = 0; i < 21; i++) await report('x', `stranger-${i}`);
    expect((await report('x', 'stranger-99')).status).toBe(429);
  });
});

describe('what goes out to other programs', () => {
  it('a fuse list has no formula for a spreadsheet, and is read back as it was', () => {
    const like = DEMO_FUSES.car!.find(({ main }) => main === null)!;
    const list = [
      { ...like, fuse: '=1+1', feeds: '@SUM(A1)', milliohms: null },
      { ...like, fuse: '-F2', feeds: '+49 heater', milliohms: null },
    ];
    const text = fuseCsv(list);
    for (const cell of text.split(/[\n,]/)) expect(cell).not.toMatch(/^"?[=+\-@]/);
    expect(parseFuseCsv(text)).toEqual({ ok: true, list });
  });

  const evil = 'Mill\r\nEND:VEVENT\r\nBEGIN:VEVENT\r\nSUMMARY:pay here';
  const calendar = (timeZone: string) =>
    calendarOf({
      plan: {
        rounds: [
          {
            date: '2027-01-18',
            minutes: 30,
            stops: [{ stop: 's', hall: 'h', visits: [{ battery: 'b', jobs: ['reading'] }] }],
          },
        ],
        totals: { minutes: 30, rounds: 1, charges: 0, underLineDays: 0 },
        lowestSocPct: [],
        lowerBoundMinutes: null,
        unmet: [],
        remedies: [],
      },
      siteName: evil,
      timeZone,
      siteId: 'h',
      madeAt: NOW,
      sequence: () => 0,
      hour: 9,
      batteryName: () => evil,
      hallName: () => evil,
      chargerName: () => evil,
    });

  it('no name writes an event into the calendar', () => {
    const text = calendar('Europe/London');
    const root = new ICAL.Component(ICAL.parse(text) as never);
    expect(root.getAllSubcomponents('vevent')).toHaveLength(1);
    const events = Object.values(ical.sync.parseICS(text)).filter(
      (one): one is VEvent => one?.type === 'VEVENT',
    );
    expect(events).toHaveLength(1);
    expect(String(events[0]!.summary)).toMatch(/^Round, 1 battery/);
    expect(text.split('\r\n').filter((line) => /^SUMMARY:pay/.test(line))).toEqual([]);
  });

  it('a zone is named as its calendar names it; one that is not described is left out', () => {
    const at = (text: string) => {
      const [event] = Object.values(ical.sync.parseICS(text)).filter(
        (one): one is VEvent => one?.type === 'VEVENT',
      );
      return event!.start.toISOString();
    };
    expect(at(calendar('Europe/London'))).toBe('2027-01-18T09:00:00.000Z');
    const utc = calendar('Etc/GMT+5');
    if (!utc.includes('BEGIN:VTIMEZONE')) expect(utc).not.toContain('TZID');
    expect(at(utc)).toBe('2027-01-18T14:00:00.000Z');
    const written = readSite(db())!;
    expect(Site.parse({ ...written, timeZone: 'europe/london' }).timeZone).toBe('Europe/London');
    expect(Site.parse({ ...written, name: evil }).name).not.toMatch(/[\r\n]/);
  });
});
