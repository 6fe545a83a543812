import { readFileSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import type { Server } from 'node:http';
import { livingFile } from '../../demo/living';
import { SiteSimulator, type LivingFile } from '../../simulators/site-simulator';
import { serveSite } from '../../simulators/site-server';
import { readDemoClock } from '../../store/demo-clock';
import { postReports } from '../reports/ingest';
import { now } from '../server/clock';
import { NOW, answer, demoSite, request, site } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { loadSite } from '../site/load';
import { getSight, postClock } from './simulator-client';

demoSite('some');

const HOUR = 3_600_000;
let server: Server;
let refuse = false;

beforeAll(async () => {
  const file = JSON.parse(readFileSync(livingFile(process.env.EMBER_DATA!), 'utf8')) as LivingFile;
  server = await serveSite(new SiteSimulator(file), file.devices, 0, {
    keep: () => undefined,
    send: async (device, reports) => {
      if (refuse) throw new Error('nobody takes it');
      const reply = await postReports(
        new Request('http://127.0.0.1/api/reports', {
          method: 'POST',
          headers: {
            'content-type': 'application/json',
            authorization: `Bearer ${device.token}`,
          },
          body: JSON.stringify({ device: device.id, reports }),
        }),
      );
      if (!reply.ok) throw new Error(`refused with ${reply.status}`);
    },
  });
});
afterAll(() => {
  server.close();
  delete process.env.EMBER_OUTSIDE;
});

const listen = () => {
  process.env.EMBER_OUTSIDE = String((server.address() as AddressInfo).port);
};
const move = (by: string) => answer(postClock(request({ by })));

describe('the demo’s clock', () => {
  it('is nobody’s to move where there is no demo', async () => {
    expect(await move('hour')).toMatchObject({ status: 404 });
    expect(now()).toBe(NOW);
  });

  it('moves by an hour, a day, to the next round, and its devices report what came', async () => {
    listen();
    expect(await move('hour')).toMatchObject({ status: 200 });
    expect(now()).toBe(NOW + HOUR);
    await move('day');
    expect(now()).toBe(NOW + 25 * HOUR);
    await move('round');
    expect(new Date(now()).toISOString()).toBe('2027-01-18T09:00:00.000Z');
    expect(readDemoClock(db())).toBe(now());
    const later = loadSite(db(), now())!;
    expect(later.today).toBe(site().today + 4);
    // Bobbin 2 was heard within the last hour; Bobbin 1 lies knocked off.
    expect(later.lastHeard.get('device-bobbin-2')).toBeGreaterThan(now() - HOUR);
    expect(later.lastHeard.get('device-bobbin-1')).toBeLessThan(NOW);
    // The halls have days that nobody typed.
    const days = db()
      .prepare("SELECT count(*) FROM hall_day WHERE hall_id = 'dye-house' AND day > '2027-01-14'")
      .pluck()
      .get();
    expect(days).toBe(4);
  });

  it('readings follow: a battery with a draw shows less than before', async () => {
    const id = site().stays.find(({ bay }) => bay.mark === 'B4')!.batteries[0]!.battery.id;
    const look = async () =>
      (await (await getSight(new Request(`http://127.0.0.1/?battery=${id}`))).json()) as {
        volts: number;
      };
    const before = await look();
    await move('round');
    await move('round');
    expect((await look()).volts).toBeLessThan(before.volts);
  });

  it('stays where it was when the outside does not live on', async () => {
    const before = now();
    refuse = true;
    expect(await move('day')).toMatchObject({
      status: 502,
      reason: expect.stringMatching(/nobody takes it/) as string,
    });
    expect(now()).toBe(before);
    refuse = false;
    process.env.EMBER_OUTSIDE = '1';
    expect(await move('day')).toMatchObject({ status: 502 });
    expect(now()).toBe(before);
    listen();
    expect(await move('year')).toMatchObject({ status: 400 });
  });
});
