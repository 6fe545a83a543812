import { IDBFactory } from 'fake-indexeddb';
import 'fake-indexeddb/auto';
import { v4 as uuid } from 'uuid';
import { newEntry } from './new-entry';
import type * as outboxModule from './outbox';

type Outbox = typeof outboxModule;
type Answer = () => Promise<Response> | Response;

const AT = Date.UTC(2027, 0, 14, 9);
const reading = (volts: number, battery = 'b-1') =>
  newEntry('reading', battery, AT, { volts, celsius: null, restedHours: 90, confirmed: false });

/** One browser: a store that all of its tabs share, and a server that answers as it is told. */
class Browser {
  readonly old = new Map<string, string>();
  readonly sent: string[] = [];
  /** What the server answers, by entry; the others are taken. */
  readonly answers = new Map<string, Answer>();
  /** What it answers to all, whatever they are; null: each by itself. */
  all: Answer | null = null;
  private seq = 0;
  private readonly tabs: Outbox[] = [];

  constructor() {
    Object.assign(globalThis, {
      indexedDB: new IDBFactory(),
      BroadcastChannel: undefined,
      window: {
        localStorage: {
          getItem: (key: string) => this.old.get(key) ?? null,
          removeItem: (key: string) => this.old.delete(key),
        },
        addEventListener: () => undefined,
        removeEventListener: () => undefined,
      },
      fetch: async (address: string, { body }: { body: string | Blob }) => {
        const id =
          typeof body === 'string'
            ? (JSON.parse(body) as { id: string }).id
            : /[\w-]+(?=\?)/.exec(address)![0];
        const reply = await (this.all ?? this.answers.get(id) ?? (() => this.took(id)))();
        this.sent.push(id);
        return reply;
      },
    });
  }

  took = (id: string) => Response.json({ id, seq: ++this.seq, outcome: 'recorded' });

  /** Tabs tell each other what happens, as far as this browser has a channel for it. */
  talk(): void {
    const open = new Set<{ onmessage: ((event: { data: unknown }) => void) | null }>();
    Object.assign(globalThis, {
      BroadcastChannel: class {
        onmessage: ((event: { data: unknown }) => void) | null = null;
        constructor() {
          open.add(this);
        }
        postMessage(data: unknown) {
          for (const other of open) if (other !== this) other.onmessage?.({ data });
        }
      },
    });
  }

  /** The page anew, or beside another one. */
  tab(): Outbox {
    let outbox: Outbox | null = null;
    jest.isolateModules(() => {
      outbox = jest.requireActual<Outbox>('./outbox');
    });
    this.tabs.push(outbox!);
    return outbox!;
  }

  /** What lies on the device's disk. */
  async kept(): Promise<{ id: string; refused: string | null }[]> {
    return this.lying('outbox') as Promise<{ id: string; refused: string | null }[]>;
  }

  async aside(): Promise<unknown[]> {
    return ((await this.lying('aside')) as { what: unknown }[]).map(({ what }) => what);
  }

  private async lying(name: string): Promise<unknown[]> {
    await settle();
    return new Promise((done, failed) => {
      const opening = indexedDB.open('velvet-ember', 2);
      opening.onsuccess = () => {
        const all = opening.result.transaction(name).objectStore(name).getAll();
        all.onsuccess = () => done(all.result as unknown[]);
        all.onerror = () => failed(all.error!);
      };
      opening.onerror = () => failed(opening.error!);
    });
  }

  /** Writes what another version of the page has left. */
  async leave(record: object): Promise<void> {
    return new Promise((done, failed) => {
      const opening = indexedDB.open('velvet-ember', 1);
      opening.onupgradeneeded = () => {
        opening.result.createObjectStore('outbox', { keyPath: 'id' });
        opening.result.createObjectStore('aside', { autoIncrement: true });
        opening.result.createObjectStore('probe', { autoIncrement: true });
      };
      opening.onsuccess = () => {
        const writing = opening.result.transaction('outbox', 'readwrite');
        writing.objectStore('outbox').put(record);
        writing.oncomplete = () => {
          opening.result.close();
          done();
        };
        writing.onerror = () => failed(writing.error!);
      };
    });
  }
}

const away: Answer = () => Promise.reject(new TypeError('Failed to fetch'));
const says = (status: number, reason?: string): Answer => {
  const body = reason === undefined ? 'a page of somebody else' : JSON.stringify({ reason });
  return () => new Response(body, { status });
};
/** Lets stores, replies and what follows from them come to rest. */
async function settle(): Promise<void> {
  for (let i = 0; i < 60; i++) await new Promise((done) => setImmediate(done));
}
const later = async (ms: number) => {
  await jest.advanceTimersByTimeAsync(ms);
  await settle();
};
/** A picture of a vehicle, and the number under which it goes out. */
const pictured = () => {
  const photoId = uuid();
  const entry = newEntry('photographed', 'v-1', AT, { photoId, caption: 'dent' });
  return { photoId, entry, photo: new Blob(['a picture'], { type: 'image/jpeg' }) };
};
const waitingIn = ({ outboxNow }: Outbox) => outboxNow().waiting.map(({ id }) => id);

let browser: Browser;
beforeEach(() => {
  jest.useFakeTimers({ now: AT, doNotFake: ['setImmediate', 'queueMicrotask', 'nextTick'] });
  browser = new Browser();
});
afterEach(() => {
  jest.useRealTimers();
  delete (globalThis as { window?: unknown }).window;
});

describe('what is recorded on this device', () => {
  it('is on its disk and on its way at once, and leaves it when the server has it', async () => {
    browser.all = away;
    const tab = browser.tab();
    const one = reading(12.6);
    tab.enqueue(one);
    expect([...tab.outboxNow().unkept]).toEqual([one.id]);
    expect(await browser.kept()).toMatchObject([{ id: one.id, refused: null }]);
    expect(tab.outboxNow().unkept.size).toBe(0);
    browser.all = null;
    await later(1000);
    expect(await browser.kept()).toEqual([]);
    expect(tab.outboxNow()).toMatchObject({ waiting: [], stuck: null });
    expect(tab.outboxNow().sent).toMatchObject([{ entry: { id: one.id }, seq: 1 }]);
  });

  it('goes out in the order of recording, though the first takes long', async () => {
    const all = [reading(12.6), reading(12.5), reading(12.4)];
    let go: () => void = () => {};
    browser.answers.set(
      all[0]!.id,
      () => new Promise<Response>((done) => (go = () => done(browser.took(all[0]!.id)))),
    );
    const { enqueue } = browser.tab();
    for (const one of all) enqueue(one);
    await settle();
    expect(browser.sent).toEqual([]);
    go();
    await settle();
    expect(browser.sent).toEqual(all.map(({ id }) => id));
  });

  it('waits while the server is away, asks ever more seldom, and is sent in the end', async () => {
    let tries = 0;
    browser.all = () => {
      tries++;
      return away();
    };
    const tab = browser.tab();
    const one = reading(12.6);
    tab.enqueue(one);
    await settle();
    expect(tries).toBe(1);
    expect(tab.outboxNow().stuck).toMatch(/cannot be reached/);
    const waits: number[] = [];
    for (let seconds = 1, before = 1; waits.length < 5; seconds++) {
      await later(1000);
      if (tries > before) waits.push(seconds);
      before = tries;
    }
    // One second, two, four, eight, and then every quarter of a minute.
    expect(waits).toEqual([1, 3, 7, 15, 30]);
    expect(waitingIn(tab)).toEqual([one.id]);
    browser.all = null;
    await later(15_000);
    expect(waitingIn(tab)).toEqual([]);
  });

  it('is still there after the page was closed, and sent by the next one', async () => {
    browser.all = away;
    browser.tab().enqueue(reading(12.6));
    await settle();
    browser.all = null;
    expect(await browser.kept()).toHaveLength(1);
    const tab = browser.tab();
    await tab.send();
    tab.enqueue(reading(12.5));
    await settle();
    expect(await browser.kept()).toEqual([]);
    expect(browser.sent).toHaveLength(2);
  });

  it('sent, is still known to a page that lay on the device and is older', async () => {
    const one = reading(12.6);
    browser.tab().enqueue(one);
    await settle();
    const opened = browser.tab();
    await opened.send();
    await settle();
    opened.enqueue(reading(12.5));
    await settle();
    expect(opened.outboxNow().sent.map(({ entry }) => entry.id)).toContain(one.id);
    expect(browser.sent).toHaveLength(2);
  });

  it('by somebody else, waits until they are signed in; nobody else sends it for them', async () => {
    const theirs = { ...reading(12.6), by: 'Ida' };
    const tab = browser.tab();
    tab.enqueue(theirs);
    tab.enqueue(reading(12.5));
    await later(3000);
    expect(browser.sent).not.toContain(theirs.id);
    expect(browser.sent).toHaveLength(1);
    expect(waitingIn(tab)).toEqual([theirs.id]);
    expect(await browser.kept()).toMatchObject([{ id: theirs.id, refused: null }]);
  });

  it('refused, is kept with the reason until it was seen, and holds nothing up', async () => {
    const [wrong, right] = [reading(12.6), reading(12.5)];
    browser.answers.set(wrong.id, says(422, 'volts: 126 is more than 12 V can be'));
    const tab = browser.tab();
    tab.enqueue(wrong);
    tab.enqueue(right);
    await settle();
    expect(waitingIn(tab)).toEqual([]);
    expect(tab.outboxNow().refused).toMatchObject([
      { entry: { id: wrong.id }, reason: 'volts: 126 is more than 12 V can be' },
    ]);
    expect(await browser.kept()).toMatchObject([
      { id: wrong.id, refused: 'volts: 126 is more than 12 V can be' },
    ]);
    tab.dismiss(wrong.id);
    expect(tab.outboxNow().refused).toEqual([]);
    expect(await browser.kept()).toEqual([]);
  });

  it.each([401, 403, 408, 421, 425, 429])(
    'waits where the server answers %i: that is said of the device or the moment, not of the entry',
    async (status) => {
      browser.all = says(status, 'not now');
      const tab = browser.tab();
      const one = reading(12.6);
      tab.enqueue(one);
      await settle();
      expect(tab.outboxNow()).toMatchObject({
        refused: [],
        stuck: expect.stringMatching(/not now/) as string,
      });
      expect(waitingIn(tab)).toEqual([one.id]);
      browser.all = null;
      await later(15_000);
      expect(browser.sent.at(-1)).toBe(one.id);
      expect(waitingIn(tab)).toEqual([]);
    },
  );

  it.each([
    ['a page that is not this program’s', says(200)],
    ['a page that finds nothing', says(404)],
    ['a gateway', says(502)],
  ])('is neither taken nor refused by %s', async (_, answer) => {
    browser.all = answer;
    const tab = browser.tab();
    const one = reading(12.6);
    tab.enqueue(one);
    await settle();
    expect(tab.outboxNow()).toMatchObject({ refused: [], sent: [] });
    expect(waitingIn(tab)).toEqual([one.id]);
  });

  it('on which the server fails, is kept and tried again, and the others go on', async () => {
    const [first, ...others] = [12.6, 12.5, 12.4, 12.3, 12.2].map((volts) => reading(volts));
    browser.answers.set(first!.id, says(500));
    const tab = browser.tab();
    for (const one of [first!, ...others]) tab.enqueue(one);
    await settle();
    expect(waitingIn(tab)).toEqual([first!.id]);
    expect([...tab.outboxNow().failing.keys()]).toEqual([first!.id]);
    expect(tab.outboxNow().stuck).toBeNull();
    browser.answers.delete(first!.id);
    await later(15_000);
    expect(waitingIn(tab)).toEqual([]);
    expect(tab.outboxNow().failing.size).toBe(0);
  });

  it('what corrects an entry on which the server fails, waits for it', async () => {
    const wrong = reading(11.6);
    const right = newEntry('withdrawn', 'b-1', AT, { why: '' }, wrong.id, 'battery');
    browser.answers.set(wrong.id, says(500));
    const tab = browser.tab();
    tab.enqueue(wrong);
    tab.enqueue(right);
    await settle();
    expect(browser.sent).toEqual([wrong.id]);
    browser.answers.delete(wrong.id);
    await later(15_000);
    expect(browser.sent.slice(-2)).toEqual([wrong.id, right.id]);
  });

  it('can be taken back as long as it cannot have reached the server', async () => {
    browser.all = () => new Promise<Response>(() => {});
    const tab = browser.tab();
    const [first, second] = [reading(12.6), reading(12.5)];
    tab.enqueue(first);
    tab.enqueue(second);
    await settle();
    expect(tab.dequeue(first.id)).toBe(false);
    expect(tab.dequeue(second.id)).toBe(true);
    expect(tab.dequeue(second.id)).toBe(false);
    expect(waitingIn(tab)).toEqual([first.id]);
    expect(await browser.kept()).toMatchObject([{ id: first.id }]);
  });

  it('of two tabs, each knows what the other has, and nothing is lost or sent for good twice', async () => {
    browser.talk();
    browser.all = away;
    const [left, right] = [browser.tab(), browser.tab()];
    const [one, two, three] = [reading(12.6), reading(12.5), reading(12.4)];
    left.enqueue(one);
    right.enqueue(two);
    left.enqueue(three);
    await settle();
    for (const tab of [left, right]) expect(waitingIn(tab)).toEqual([one.id, two.id, three.id]);
    expect(right.dequeue(two.id)).toBe(true);
    expect(waitingIn(left)).toEqual([one.id, three.id]);
    browser.all = null;
    await later(15_000);
    for (const tab of [left, right]) expect(waitingIn(tab)).toEqual([]);
    expect(await browser.kept()).toEqual([]);
  });
});

describe('a device whose store is no good', () => {
  it('that is forbidden: says so before anything is typed, and sends all the same', async () => {
    Object.assign(globalThis, {
      indexedDB: {
        open: () => {
          throw new DOMException('no', 'SecurityError');
        },
      },
    });
    const tab = browser.tab();
    await tab.send();
    const one = reading(12.6);
    tab.enqueue(one);
    await settle();
    expect(tab.outboxNow()).toMatchObject({ known: true, cannotKeep: 'its storage is forbidden' });
    expect(browser.sent).toEqual([one.id]);
  });

  it('that is full: what is recorded is said to be nowhere but in the page, and sent', async () => {
    const tab = browser.tab();
    tab.enqueue(reading(12.7));
    await settle();
    const { IDBObjectStore } = globalThis;
    const put = jest.spyOn(IDBObjectStore.prototype, 'put').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError');
    });
    browser.all = away;
    const one = reading(12.6);
    tab.enqueue(one);
    await settle();
    expect(tab.outboxNow().cannotKeep).toBe('its storage is full');
    expect([...tab.outboxNow().unkept]).toEqual([one.id]);
    browser.all = null;
    await later(15_000);
    expect(browser.sent).toContain(one.id);
    put.mockRestore();
  });

  it('one entry of a kind that is not known is set aside, and the others are sent', async () => {
    const one = reading(12.6);
    const strange = { ...reading(12.5), kind: 'weighed' };
    await browser.leave({ id: strange.id, n: 1, entry: strange, refused: null });
    await browser.leave({ id: one.id, n: 2, entry: one, refused: null });
    const tab = browser.tab();
    tab.enqueue(reading(12.4));
    await later(2000);
    expect(browser.sent).toContain(one.id);
    expect(await browser.aside()).toEqual([strange]);
    expect(await browser.kept()).toEqual([]);
  });

  it('what an earlier version kept elsewhere is taken over, and what cannot be read set aside', async () => {
    const [one, no] = [reading(12.6), reading(12.5)];
    const refused = [{ entry: no, reason: 'no' }];
    browser.old.set('velvet-outbox', JSON.stringify({ waiting: [one], refused }));
    const tab = browser.tab();
    tab.enqueue(reading(12.4));
    await later(2000);
    expect(browser.sent).toContain(one.id);
    expect(tab.outboxNow().refused).toMatchObject([{ entry: { id: no.id }, reason: 'no' }]);
    expect(browser.old.size).toBe(0);

    browser.old.set('velvet-outbox', 'half a fi');
    const next = browser.tab();
    next.enqueue(reading(12.3));
    await later(2000);
    expect(await browser.aside()).toEqual(['half a fi']);
  });
});

describe('a photograph', () => {
  it('goes out just before its entry, and is kept no longer', async () => {
    const { enqueue } = browser.tab();
    const { photoId, entry, photo } = pictured();
    const after = reading(12.6);
    enqueue(entry, photo);
    enqueue(after);
    await settle();
    expect(browser.sent).toEqual([photoId, entry.id, after.id]);
    expect(await browser.kept()).toEqual([]);
  });

  it('outlives the browser without network, and is there in the one that comes after', async () => {
    browser.all = away;
    const { photoId, entry, photo } = pictured();
    browser.tab().enqueue(entry, photo);
    await settle();
    expect(await browser.kept()).toMatchObject([{ id: entry.id, photo: expect.any(Blob) }]);
    browser.all = null;
    browser.sent.length = 0;
    const next = browser.tab();
    await next.send();
    // Whoever records takes over what an earlier visit left.
    next.enqueue(reading(12.5));
    await settle();
    await later(2000);
    expect(browser.sent).toEqual(expect.arrayContaining([photoId, entry.id]));
    expect(browser.sent.indexOf(photoId)).toBeLessThan(browser.sent.indexOf(entry.id));
    expect(await browser.kept()).toEqual([]);
  });

  it('that the server cannot read comes back with its reason, and its entry with it', async () => {
    const tab = browser.tab();
    const { photoId, entry, photo } = pictured();
    browser.answers.set(photoId, says(415, 'The picture cannot be read'));
    tab.enqueue(entry, photo);
    await settle();
    expect(browser.sent).toEqual([photoId]);
    expect(tab.outboxNow().refused).toEqual([{ entry, reason: 'The picture cannot be read' }]);
    expect(await browser.kept()).toMatchObject([{ id: entry.id, photo: expect.any(Blob) }]);
    tab.dismiss(entry.id);
    expect(await browser.kept()).toEqual([]);
  });

  it('waits where a page of some network answers in its place', async () => {
    const tab = browser.tab();
    const { photoId, entry, photo } = pictured();
    browser.answers.set(photoId, () => new Response('<html>log in</html>'));
    tab.enqueue(entry, photo);
    await settle();
    expect(waitingIn(tab)).toEqual([entry.id]);
    browser.answers.delete(photoId);
    await later(60_000);
    expect(browser.sent.slice(-2)).toEqual([photoId, entry.id]);
  });
});
