import type { ChargerConnection } from '../../core/site/charging-equipment';
import { DEMO_CHARGERS } from '../../demo/stock';
import { MS_PER_DAY } from '../../core/day';
import { readDoor } from '../../store/door';
import { putReporter, readReporters } from '../../store/reporters';
import { readStock } from '../../store/stock';
import { newEntry } from '../logbook/new-entry';
import { handlePostEntry } from '../logbook/post-entry';
import { postReports } from '../reports/ingest';
import { NOW, answer, demoSite, request, site } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { connectionsFor } from '../../core/connections/available-connections';
import { chargeData } from './load';
import { deleteDevice, deleteStock, postDevice, postStock } from './stock-routes';

demoSite();

const charger = (id: string) => DEMO_CHARGERS.find((one) => one.id === id)!;
const hook = (more: Partial<ChargerConnection> = {}): ChargerConnection => ({
  chargerId: 'shuttle',
  channel: 1,
  outletId: 'outlet-P1',
  programme: 'normal',
  amps: 5,
  absorptionVolts: 14.4,
  floatVolts: 13.5,
  fromSocPct: 70,
  hours: 12,
  ampHours: 30,
  ...more,
});
const byMark = (bay: string, n = 0) =>
  site().stays.find((stay) => stay.bay.mark === bay)!.batteries[n]!.battery.id;
const hang = (
  bay: string,
  more: Partial<ChargerConnection> = {},
  about: { at?: number; despite?: string } = {},
) => {
  const { at = NOW, ...despite } = about;
  const started = { charger: 'a charger', hook: hook(more), ...despite };
  return answer(handlePostEntry(request(newEntry('charge-started', byMark(bay), at, started))));
};

/** A channel that is free for a small battery in the Dye House. */
function spare(): Partial<ChargerConnection> {
  const data = chargeData(site(), byMark('D2'));
  const { context, battery } = data.chosen!;
  const request = { context, hallId: battery.hallId, room: null, purpose: 'charge' as const };
  const hanging = data.board.map((one) => one.hanging);
  const ways = connectionsFor(data.stock, hanging, request, battery.id, 'D2');
  const { chargerId, channel, programme } = ways.find((way) => way.hook)!.hook!;
  return { chargerId, channel, programme, outletId: null };
}

describe('the board of the demo', () => {
  it('has what hangs, by channel, with the maintainer that fell silent as a finding', () => {
    const data = chargeData(site(), null);
    const silent = data.board.filter(({ findings }) =>
      findings.some(({ kind }) => kind === 'silent'),
    );
    expect(silent.map(({ bayMark }) => bayMark)).toEqual(['C2']);
    const places = data.board.map(({ hanging: { hook } }) => `${hook?.chargerId} ${hook?.channel}`);
    expect(new Set(places).size).toBe(places.length);
    const hung = new Set(data.board.map(({ batteryId }) => batteryId));
    expect(data.queue.some(({ batteryId }) => hung.has(batteryId))).toBe(false);
  });

  it('reckons the air of each hall from what charges there', () => {
    const data = chargeData(site(), null);
    const dye = data.rooms.find(({ hallId }) => hallId === 'dye-house')!;
    // IEC 62485-2 by hand: D7 and D8 hold (EFB 65 and flooded 44 Ah, 5 mA/Ah), B1 too (AGM 10,
    // 1 mA/Ah); on treadle and heddle, of which nobody knows that they hold, AGM 10, 14 and 70
    // and gel 7 at 8 mA/Ah, flooded 22 at 20.
    const milliamps = 5 * (65 + 44) + 1 * 10 + 8 * (10 + 14 + 70 + 7) + 20 * 22;
    expect(dye.needs.airflowM3PerHour).toBeCloseTo((0.05 * 6 * milliamps) / 1000, 6);
    expect(dye.aired).toBe(true);
  });

  it('a chosen battery brings its fits and, flat, the offer to recover it', () => {
    const { chosen } = chargeData(site(), byMark('Y4'));
    expect(chosen!.context.soc!.value).toBeLessThan(30);
    expect(chosen!.recovery).toBeNull();
    const camper = chargeData(site(), byMark('Y9', 1)).chosen!;
    expect(camper.sun!.watts).toBe(80);
  });
});

it('a battery that is asked for waits, until it is taken out of the queue', async () => {
  const id = byMark('Y9', 1);
  const waits = () => chargeData(site(), null).queue.find(({ batteryId }) => batteryId === id);
  const ask = (on: boolean) =>
    answer(handlePostEntry(request(newEntry('queued', id, NOW, { on, chargerId: null }))));
  expect(waits()).toBeUndefined();
  expect(await ask(true)).toMatchObject({ status: 200 });
  expect(waits()).toMatchObject({ why: 'asked for' });
  await ask(false);
  expect(waits()).toBeUndefined();
});

describe('hanging a battery', () => {
  it('on a taken channel, without its programme, out of reach, before water: refused with the reason', async () => {
    expect(await hang('Y1')).toMatchObject({ status: 200 });
    expect(await hang('Y3')).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/channel 1 of Shuttle is taken/) as string,
    });
    // The shuttle's 1.1 A and the old one's 1.8 A are within the 3 A of P1.
    const more = { chargerId: 'ratchet', channel: 1, amps: 10 };
    // Flat in the yard after its frosts, and a charger that nobody stays with until tonight.
    expect(await hang('Y4', more)).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/may be frozen[^]*First: thaw it through/) as string,
    });
    expect(await hang('Y2', { chargerId: 'selvedge', channel: 1 })).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/no such programme/) as string,
    });
    const agm = { chargerId: 'felt', channel: 1, outletId: null, programme: 'agm' as const };
    expect(await hang('Y3', agm)).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/fixed in another hall/) as string,
    });
    // Plates show in D2.
    const dry = spare();
    expect(await hang('D2', dry)).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/Plates show in a cell/) as string,
    });
  });

  it('what was done already is recorded, whatever speaks against it, and said loudly', async () => {
    const more = { chargerId: 'ratchet', channel: 1, amps: 10 };
    // Sent late: by then it has happened.
    expect(await hang('Y4', more, { at: NOW - 3 * 3_600_000 })).toMatchObject({ status: 200 });
    const { findings } = chargeData(site(), byMark('Y4')).chosen!;
    expect(findings[0]).toMatchObject({
      kind: 'must-not',
      why: expect.stringMatching(/may be frozen/) as string,
      look: [expect.stringMatching(/Mains off at the wall now/) as string, expect.anything()],
    });
    // Said to be done all the same, with the reason.
    const dry = spare();
    expect(await hang('D2', dry, { despite: 'it was on when I came' })).toMatchObject({
      status: 200,
    });
    expect(chargeData(site(), byMark('D2')).chosen!.findings[0]).toMatchObject({
      kind: 'must-not',
      why: expect.stringMatching(/Plates show/) as string,
    });
  });
});

describe('the stock', () => {
  const send = (body: unknown) => answer(postStock(request(body)));

  it('keeps what can be and refuses what cannot, naming the field', async () => {
    const pirn = charger('pirn');
    expect(await send({ kind: 'charger', charger: { ...pirn, leadMetres: 5 } })).toMatchObject({
      status: 200,
    });
    expect(readStock(db()).chargers.find(({ id }) => id === 'pirn')!.leadMetres).toBe(5);
    expect(await send({ kind: 'charger', charger: { ...pirn, channels: 0 } })).toMatchObject({
      status: 400,
      field: 'charger.channels',
    });
    expect(await send({ kind: 'charger', charger: { ...pirn, channels: 1 } })).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/hangs on its channel 2/) as string,
    });
    expect(
      await send({ kind: 'charger', charger: { ...pirn, id: 'x', name: 'Felt four' } }),
    ).toMatchObject({
      status: 409,
    });
    const drop = (what: string, id: string) =>
      answer(Promise.resolve(deleteStock(request({}), what, id)));
    expect(await drop('charger', 'felt')).toMatchObject({
      status: 409,
      reason: expect.stringMatching(/Something hangs on it/) as string,
    });
    expect(await drop('circuit', 'dye')).toMatchObject({ status: 409 });
    expect(await drop('ladder', 'dye')).toMatchObject({ status: 404 });
    const outlet = { id: 'o', hallId: 'nowhere', circuitId: 'dye', name: 'N', amps: 10, bays: [] };
    expect(await send({ kind: 'outlet', outlet })).toMatchObject({ status: 409 });
  });
});

describe('devices', () => {
  const put = async (more: object = {}) =>
    (await (
      await postDevice(
        request({
          id: 'new-one',
          name: 'New one',
          reports: 'thermometer',
          chargerId: null,
          hallId: 'dye-house',
          everyMinutes: 60,
          ...more,
        }),
      )
    ).json()) as { token?: string; reason?: string };
  const report = (token: string, n: number) =>
    postReports(
      new Request('http://127.0.0.1/api/reports', {
        method: 'POST',
        headers: { 'content-type': 'application/json', authorization: `Bearer ${token}` },
        body: JSON.stringify({
          device: 'new-one',
          reports: [{ n, at: new Date(NOW - 60_000).toISOString(), celsius: 4 }],
        }),
      }),
    );

  it('get a token once, of which only a hash is kept; a new one makes the old one worthless', async () => {
    const first = (await put()).token!;
    expect((await report(first, 1)).status).toBe(200);
    expect(JSON.stringify(readReporters(db()))).not.toContain(first);
    const second = (await put()).token!;
    expect((await report(first, 2)).status).toBe(401);
    expect((await report(second, 2)).status).toBe(200);
    deleteDevice(request({}), 'new-one');
    expect((await report(second, 3)).status).toBe(401);
    // Who gave them out, and took them back, stands in the logbook.
    const told = readDoor(db()).map(({ data: { what, on } }) => [what, on]);
    expect(told.slice(0, 3)).toEqual([
      ['device-gone', 'New one'],
      ['device-token', 'New one'],
      ['device-token', 'New one'],
    ]);
  });

  it('have a token that ends: it says so, and a new one is good again', async () => {
    const token = (await put()).token!;
    const device = readReporters(db()).find(({ id }) => id === 'new-one')!;
    expect(device.tokenUntil).toBe(NOW + 365 * MS_PER_DAY);
    putReporter(db(), { ...device, tokenUntil: NOW });
    const over = await report(token, 1);
    expect(over.status).toBe(401);
    expect((await over.json()).reason).toMatch(/good until 2027-.*give it a new one/);
    expect((await report((await put()).token!, 1)).status).toBe(200);
  });

  it('belong to a charger or hall that is here', async () => {
    expect((await put({ hallId: 'nowhere' })).reason).toMatch(/which hall/);
    expect((await put({ reports: 'charger' })).reason).toMatch(/which charger/);
    expect((await put({ id: 'Not an id' })).reason).toMatch(/small letters/);
  });
});
