import { newEntry } from '../logbook/new-entry';
import { recordEntry } from '../../store/record';
import { endSession, addCode, beginSession, pairWith } from '../../store/sessions';
import { addPerson } from '../../store/people';
import { NOW, demoSite } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { openStreams } from '../server/streams';
import { after } from './live';
import { getLive } from './routes';
import { liveHub } from './hub';
import type { News } from './news';

demoSite();

const record = (by: string) => {
  const entry = { ...newEntry('note', 'battery-027', NOW, { text: 'loose' }), by };
  recordEntry(db(), entry, new Date(NOW).toISOString());
};
const wait = (ms: number) => new Promise((done) => setTimeout(done, ms));

describe('what the others do', () => {
  it('is told within two seconds, and where they stand', async () => {
    const told: News[] = [];
    const end = liveHub().subscribe((news) => told.push(news));
    liveHub().stands('Ida', 'vehicle-03');
    record('Tom');
    await wait(1000);
    end();
    expect(told.at(-1)).toMatchObject({
      recorded: [{ subjectId: 'battery-027', by: 'Tom' }],
      present: [{ name: 'Ida', vehicleId: 'vehicle-03' }],
    });
    liveHub().stands('Ida', null);
  });

  it('is news where it is theirs; one’s own is none', () => {
    const alone = { present: [], lastBy: new Map<string, string>(), news: 0 };
    const news = (by: string): News => ({
      seq: 1,
      recorded: [{ subjectId: 'b', by }],
      present: [{ name: 'Tom', vehicleId: 'v' }],
    });
    const mine = after(alone, news('Tom'), 'Tom');
    expect(mine).toMatchObject({ news: 0, present: [] });
    const theirs = after(mine, news('Ida'), 'Tom');
    expect(theirs.news).toBe(1);
    expect(theirs.lastBy.get('b')).toBe('Ida');
    expect(after(alone, news('Ida'), 'Ida').present).toEqual([{ name: 'Tom', vehicleId: 'v' }]);
  });

  it('is told to nobody who was put out meanwhile', async () => {
    process.env.EMBER_DOOR = 'signed';
    try {
      const at = Date.now();
      addPerson(db(), { id: 'p', name: 'Ida', role: 'helper', passphrase: '-', addedAt: at });
      addCode(db(), 'AAAAA-BBBBB', at, null);
      pairWith(db(), 'AAAAA-BBBBB', { id: 'd', name: 'Phone', key: 'key' }, at);
      beginSession(db(), { token: 'token', personId: 'p', pairedId: 'd' }, at);
      const cookie = '__Host-ember-session=token; __Host-ember-paired=key';
      const reply = getLive(new Request('https://mill/api/live', { headers: { cookie } }));
      const reader = reply.body!.getReader();
      expect((await reader.read()).done).toBe(false);
      expect(openStreams()).toBe(1);
      endSession(db(), 'token');
      record('Tom');
      expect(await reader.read()).toMatchObject({ done: true });
      expect(openStreams()).toBe(0);
    } finally {
      delete process.env.EMBER_DOOR;
    }
  });
});
