import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import { newEntry } from '../logbook/new-entry';
import { handlePostEntry } from '../logbook/post-entry';
import { ask } from './ask';
import { NOW, answer, demoSite, request } from './demo-server.fixture';
import { answer as inline } from './questions';
import { db } from './store';
import { Thread } from './thread';

demoSite();

const BUNDLE = resolve('dist/site.mjs');
const stop: (() => void)[] = [];
afterAll(() => {
  stop.forEach((one) => one());
  delete process.env.EMBER_SITE_THREAD;
});

describe('what is asked about the whole site', () => {
  it('is answered by a thread as it would be here, and knows at once what was recorded', async () => {
    expect(existsSync(BUNDLE)).toBe(true);
    process.env.EMBER_SITE_THREAD = BUNDLE;
    const aside = await ask('yard');
    expect(aside).toEqual(await inline({ name: 'yard', about: null, at: NOW }));
    expect(await ask('vehicle', 'nobody')).toBeNull();
    const entry = newEntry('note', 'battery-031', NOW, { text: 'seen from the thread' });
    expect((await answer(handlePostEntry(request(entry)))).status).toBe(200);
    const page = await ask('vehicle', 'vehicle-31');
    const { vehicleId } = db()
      .prepare(
        "SELECT json_extract(data, '$.vehicleId') AS vehicleId FROM state WHERE subject_id = 'battery-031'",
      )
      .get() as { vehicleId: string };
    const where = vehicleId === 'vehicle-31' ? page : await ask('vehicle', vehicleId);
    const recorded = Object.values(where!.batteryEntries).flat();
    expect(recorded.map(({ id }) => id)).toContain(entry.id);
  });

  it('is worked out once for all who ask it meanwhile', async () => {
    const [one, two] = [ask('frame'), ask('frame')];
    expect(one).toBe(two);
    await one;
    expect(ask('frame')).not.toBe(one);
  });

  it('says why where it cannot be answered, and answers the next', async () => {
    const thread = new Thread<{ name: string; about: unknown; at: number }, unknown>(BUNDLE);
    stop.push(() => thread.end());
    await expect(thread.ask({ name: 'unheard-of', about: null, at: NOW })).rejects.toThrow(
      /not a function/,
    );
    expect(await thread.ask({ name: 'frame', about: null, at: NOW })).toHaveProperty('ribbon');
  });

  it('a thread that dies fails what it was asked, and the next question starts another', async () => {
    const thread = new Thread<unknown, unknown>(BUNDLE);
    stop.push(() => thread.end());
    const asked = thread.ask({ name: 'frame', about: null, at: NOW });
    thread.end();
    await expect(asked).rejects.toThrow(/ended/);
    expect(await thread.ask({ name: 'frame', about: null, at: NOW })).toHaveProperty('ribbon');
  });
});
