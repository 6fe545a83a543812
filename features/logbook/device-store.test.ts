import { IDBFactory } from 'fake-indexeddb';
import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { openDeviceStore, type KeptRecord } from './device-store';

const record = (id: string, n: number, refused: string | null = null): KeptRecord => ({
  id,
  n,
  entry: { id, kind: 'note', data: { text: id } },
  refused,
});

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
});

describe('what waits on a device', () => {
  it('comes back in the order of recording, whatever it is called', async () => {
    const store = await openDeviceStore();
    for (const [id, n] of [
      ['z', 2],
      ['a', 3],
      ['m', 1],
    ] as const)
      await store.put(record(id, n));
    expect((await store.all()).map(({ id }) => id)).toEqual(['m', 'z', 'a']);
  });

  it('is there for the next page, with the reason why it was refused', async () => {
    const store = await openDeviceStore();
    await store.put(record('one', 1));
    await store.put(record('one', 1, 'no such battery'));
    await store.put(record('two', 2));
    await store.drop('two');
    const next = await openDeviceStore();
    expect(await next.all()).toEqual([record('one', 1, 'no such battery')]);
  });

  it('that has gone out waits no more, in one go, and is known for a while', async () => {
    const store = await openDeviceStore();
    for (const [id, at] of [
      ['old', 10],
      ['new', 30],
      ['later', 40],
    ] as const) {
      await store.put(record(id, at));
      await store.sent({ id, entry: record(id, at).entry, seq: at, at });
    }
    expect(await store.all()).toEqual([]);
    expect((await store.allSent(20)).map(({ id }) => id)).toEqual(['new', 'later']);
    // What is too old for anybody is forgotten for good.
    expect((await store.allSent(0)).map(({ id }) => id)).toEqual(['new', 'later']);
  });

  it('of a device of the version before, is taken over', async () => {
    const before = await openDB('velvet-ember', 1, {
      upgrade(made) {
        made.createObjectStore('outbox', { keyPath: 'id' });
        made.createObjectStore('aside', { autoIncrement: true });
        made.createObjectStore('probe', { autoIncrement: true });
      },
    });
    await before.put('outbox', record('kept', 7));
    before.close();
    const store = await openDeviceStore();
    expect(await store.all()).toEqual([record('kept', 7)]);
    await store.sent({ id: 'kept', entry: {}, seq: 1, at: 5 });
    expect(await store.allSent(0)).toHaveLength(1);
  });

  it('that nobody can read is set aside as it is, and stays', async () => {
    const store = await openDeviceStore();
    await store.setAside({ from: 'elsewhere' }, 12);
    const db = await openDB('velvet-ember');
    expect(await db.getAll('aside')).toEqual([{ at: 12, what: { from: 'elsewhere' } }]);
    db.close();
  });

  it('leaves nothing of the try whether there is room', async () => {
    await openDeviceStore();
    const db = await openDB('velvet-ember');
    expect(await db.count('probe')).toBe(0);
    db.close();
  });
});

describe('a device that keeps nothing', () => {
  it('without any storage says so', async () => {
    Reflect.deleteProperty(globalThis, 'indexedDB');
    await expect(openDeviceStore()).rejects.toThrow('this browser has no storage');
  });

  it('whose storage another page holds says so, and does not wait for ever', async () => {
    // It does not close, as it was asked to.
    const holder = await openDB('velvet-ember', 1);
    jest.useFakeTimers({ doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'] });
    const opened = openDeviceStore().catch((error: Error) => error.message);
    await jest.advanceTimersByTimeAsync(5000);
    expect(await opened).toBe('its storage does not open');
    jest.useRealTimers();
    holder.close();
  });

  it('because a newer page changed it, refuses what comes then, and the newer one has the rest', async () => {
    const store = await openDeviceStore();
    await store.put(record('before', 1));
    const newer = await openDB('velvet-ember', 3);
    await expect(store.put(record('after', 2))).rejects.toMatchObject({
      name: 'InvalidStateError',
    });
    expect(await newer.getAll('outbox')).toEqual([record('before', 1)]);
    newer.close();
  });
});
