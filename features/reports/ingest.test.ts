import fc from 'fast-check';
import { demoToken } from '../../demo/living';
import { readChannel } from '../../store/reporters';
import { readBatteryStates } from '../../store/states';
import { readEntriesOf } from '../../store/entries';
import { NOW, answer, demoSite } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { postReports } from './ingest';

demoSite();

const DEVICE = 'device-bobbin-2';
const BATTERY = 'battery-006';
const iso = (minutesFromNow: number) => new Date(NOW + minutesFromNow * 60_000).toISOString();

const report = (n: number, more: object = {}) => ({
  n,
  at: iso(-30 + n / 100),
  channel: 1,
  state: 'holding',
  volts: 13.6,
  amps: 0.02,
  celsius: 12,
  ...more,
});

const send = (body: unknown, headers: Record<string, string> = {}, raw?: string) =>
  answer(
    postReports(
      new Request('http://127.0.0.1/api/reports', {
        method: 'POST',
        headers: {
          'content-type': 'application/json',
          authorization: `Bearer ${demoToken(DEVICE)}`,
          ...headers,
        },
        body: raw ?? JSON.stringify(body),
      }),
    ),
  );
const reports = (...list: object[]) => ({ device: DEVICE, reports: list });
const rows = () => db().prepare('SELECT count(*) FROM report').pluck().get() as number;
const lamps = () =>
  readEntriesOf(db(), 'battery', BATTERY).filter(({ kind }) => kind === 'lamp').length;

describe('reports of devices', () => {
  it('are recorded once, and count as a look at the lamp when they say something new', async () => {
    const before = lamps();
    expect(await send(reports(report(1001)))).toMatchObject({ status: 200 });
    // The same day and state: the series grows, the logbook does not.
    expect(lamps()).toBe(before);
    expect(await send(reports(report(1002, { state: 'charging', amps: 1 })))).toMatchObject({
      status: 200,
    });
    expect(lamps()).toBe(before + 1);
    expect(readBatteryStates(db()).get(BATTERY)!.lamp!.state).toBe('charging');
    const samples = readChannel(db(), DEVICE, 1, NOW - 3_600_000, NOW);
    expect(samples.at(-1)).toMatchObject({ amps: 1, state: 'charging' });
  });

  it('replayed, they are refused with 409 and nothing is recorded twice', async () => {
    const [before, looked] = [rows(), lamps()];
    for (let i = 0; i < 3; i++) {
      expect((await send(reports(report(1001), report(1002)))).status).toBe(409);
    }
    expect(rows()).toBe(before);
    // What is new among them is taken.
    const mixed = await send(reports(report(1002), report(1003, { state: 'charging' })));
    expect(mixed).toMatchObject({ status: 200, recorded: 1, known: 1 });
    expect(rows()).toBe(before + 1);
    expect(lamps()).toBe(looked);
  });

  it.each([
    ['no token', 401, { authorization: '' }],
    ['a wrong token', 401, { authorization: 'Bearer wrong' }],
    ['the token of another device', 401, { authorization: `Bearer ${demoToken('device-felt')}` }],
    ['no JSON', 415, { 'content-type': 'text/plain' }],
  ])('%s: %d', async (_, status, headers) => {
    expect((await send(reports(report(2000)), headers)).status).toBe(status);
  });

  it.each([
    ['far in the future', 422, report(2001, { at: iso(60 * 24 * 400) })],
    ['ten minutes ahead', 422, report(2002, { at: iso(10) })],
    ['of last year', 422, report(2003, { at: iso(-60 * 24 * 90) })],
    ['in millivolts', 400, report(2004, { volts: 13_600 })],
    ['in milliamps', 400, report(2005, { amps: 800 })],
    ['in Fahrenheit', 400, report(2006, { celsius: 120 })],
    ['under another name', 400, report(2007, { millivolts: 13_600 })],
    ['of no state that is one', 400, report(2008, { state: 'green' })],
    ['without its state', 422, { n: 2009, at: iso(-5), volts: 13.5 }],
    ['without a number', 400, { at: iso(-5), state: 'holding' }],
    ['local time', 400, report(2010, { at: '2027-01-14 08:30' })],
  ])('%s: %d', async (_, status, one) => {
    const before = rows();
    const reply = await send(reports(one));
    expect(reply.status).toBe(status);
    expect(reply.reason).toMatch(/\w{3}/);
    expect(rows()).toBe(before);
  });

  it('ten megabytes are not read', async () => {
    const huge = `{"device":"${DEVICE}","reports":[${'1,'.repeat(5_000_000)}1]}`;
    expect((await send(null, {}, huge)).status).toBe(413);
    // Nor without a length that says so beforehand.
    const piece = new TextEncoder().encode('1,'.repeat(50_000));
    const request = new Request('http://127.0.0.1/api/reports', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: new ReadableStream({ pull: (controller) => controller.enqueue(piece) }),
      duplex: 'half',
    } as RequestInit);
    expect((await postReports(request)).status).toBe(413);
  });

  it('a thermometer writes the day of its hall, and reports nothing else', async () => {
    const hall = { authorization: `Bearer ${demoToken('device-dye-house')}` };
    const body = (...list: object[]) => ({ device: 'device-dye-house', reports: list });
    const cold = { n: 5000, at: iso(-10), celsius: -7.4 };
    expect((await send(body(cold), hall)).status).toBe(200);
    const day = db()
      .prepare("SELECT min FROM hall_day WHERE hall_id = 'dye-house' AND day = '2027-01-14'")
      .pluck()
      .get();
    expect(day).toBe(-7.4);
    expect((await send(body({ ...cold, n: 5001, volts: 12 }), hall)).status).toBe(422);
  });

  it('whatever is sent: a refusal in words, never an error, and nothing is recorded', async () => {
    const before = rows();
    await fc.assert(
      fc.asyncProperty(
        fc.oneof(
          fc.jsonValue(),
          fc.record({ device: fc.constant(DEVICE), reports: fc.jsonValue() }),
          fc.record({
            device: fc.constant(DEVICE),
            reports: fc.array(
              fc.record({
                n: fc.oneof(fc.integer(), fc.double(), fc.string()),
                at: fc.oneof(fc.string(), fc.constant(iso(60 * 24)), fc.integer()),
                state: fc.oneof(fc.string(), fc.constant('holding')),
                volts: fc.oneof(fc.double(), fc.string(), fc.constant(null)),
              }),
              { minLength: 1 },
            ),
          }),
        ),
        async (body) => {
          const reply = await send(body);
          expect([400, 401, 409, 422, 429]).toContain(reply.status);
          expect(typeof reply.reason).toBe('string');
        },
      ),
      { numRuns: 200 },
    );
    expect(rows()).toBe(before);
  });
});
