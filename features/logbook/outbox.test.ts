import { newEntry } from './new-entry';
import type * as outboxModule from './outbox';

type Outbox = typeof outboxModule;
type Listener = (event: { key?: string }) => void;

const AT = Date.UTC(2027, 0, 14, 9);
const reading = (volts: number, battery = 'b-1') =>
  newEntry('reading', battery, AT, { volts, celsius: null, restedHours: 90, confirmed: false });

/** One browser: a store that all of its tabs share, and a server that answers as it is told. */
class Browser {
  readonly stored = new Map<string, string>();
  readonly sent: string[] = [];
  /** What the server answers, one after the other; the last one from then on. */
  answers: (() => Promise<Response> | Response)[] = [() => Response.json({})];
  private readonly listeners = new Map<string, Set<Listener>>();

  constructor() {
    const on = (kind: string) => {
      if (!this.listeners.has(kind)) this.listeners.set(kind, new Set());
      return this.listeners.get(kind)!;
    };
    Object.assign(globalThis, {
      window: {
        localStorage: {
          getItem: (key: string) => this.stored.get(key) ?? null,
          setItem: (key: string, text: string) => this.stored.set(key, text),
        },
        addEventListener: (kind: string, listener: Listener) => on(kind).add(listener),
        removeEventListener: (kind: string, listener: Listener) => on(kind).delete(listener),
      },
      fetch: async (_: string, { body }: { body: string }) => {
        const answer = this.answers.length > 1 ? this.answers.shift()! : this.answers[0]!;
        const reply = await answer();
        this.sent.push((JSON.parse(body) as { id: string }).id);
        return reply;
      },
    });
  }

  /** The page anew, or beside another one. */
  tab(): Outbox {
    let outbox: Outbox | null = null;
    jest.isolateModules(() => {
      outbox = jest.requireActual<Outbox>('./outbox');
    });
    return outbox!;
  }

  get waiting(): string[] {
    const text = this.stored.get('velvet-outbox');
    if (!text) return [];
    return (JSON.parse(text) as { waiting: { id: string }[] }).waiting.map(({ id }) => id);
  }

  get refused(): { entry: { id: string }; reason: string }[] {
    const text = this.stored.get('velvet-outbox') ?? '{"refused":[]}';
    return (JSON.parse(text) as { refused: { entry: { id: string }; reason: string }[] }).refused;
  }

  get setAside(): string[] {
    return [...this.stored].flatMap(([key, text]) => (key.includes('unreadable') ? [text] : []));
  }
}

const away = () => Promise.reject(new TypeError('Failed to fetch'));
const settle = () => jest.advanceTimersByTimeAsync(0);

let browser: Browser;
beforeEach(() => {
  jest.useFakeTimers({ now: AT });
  browser = new Browser();
});
afterEach(() => {
  jest.useRealTimers();
  delete (globalThis as { window?: unknown }).window;
});

describe('what is recorded on this device', () => {
  it('is in its store before it is sent, and leaves it when the server has it', async () => {
    const { enqueue } = browser.tab();
    const one = reading(12.6);
    enqueue(one);
    expect(browser.waiting).toEqual([one.id]);
    await settle();
    expect(browser.sent).toEqual([one.id]);
    expect(browser.waiting).toEqual([]);
  });

  it('goes out in the order of recording, though the first takes long', async () => {
    let go: (reply: Response) => void = () => {};
    browser.answers = [() => new Promise<Response>((done) => (go = done)), () => Response.json({})];
    const { enqueue } = browser.tab();
    const all = [reading(12.6), reading(12.5), reading(12.4)];
    for (const one of all) enqueue(one);
    await settle();
    expect(browser.sent).toEqual([]);
    go(Response.json({}));
    await settle();
    expect(browser.sent).toEqual(all.map(({ id }) => id));
  });

  it('waits while the server is away or failing, asks ever more seldom, and is sent in the end', async () => {
    browser.answers = [away, () => new Response(null, { status: 503 }), away, away, away, away];
    let tries = 0;
    browser.answers = browser.answers.map((answer) => () => {
      tries++;
      return answer();
    });
    const { enqueue } = browser.tab();
    const one = reading(12.6);
    enqueue(one);
    await settle();
    expect(tries).toBe(1);
    const waits: number[] = [];
    for (let seconds = 1, before = 1; waits.length < 5; seconds++) {
      await jest.advanceTimersByTimeAsync(1000);
      if (tries > before) waits.push(seconds);
      before = tries;
    }
    // One second, two, four, eight, and then every quarter of a minute.
    expect(waits).toEqual([1, 3, 7, 15, 30]);
    expect(browser.waiting).toEqual([one.id]);
    browser.answers = [() => Response.json({})];
    await jest.advanceTimersByTimeAsync(15_000);
    expect(browser.waiting).toEqual([]);
  });

  it('is still there after the page was closed, and sent by the next one', async () => {
    browser.answers = [away];
    browser.tab().enqueue(reading(12.6));
    await settle();
    browser.answers = [() => Response.json({})];
    const later = browser.tab();
    expect(browser.waiting).toHaveLength(1);
    await later.send();
    expect(browser.waiting).toEqual([]);
    expect(browser.sent.length).toBeGreaterThan(0);
  });

  it('refused, is kept with the reason until it was seen, and holds nothing up', async () => {
    browser.answers = [
      () => Response.json({ reason: 'volts: 126 is more than 12 V can be' }, { status: 422 }),
      () => Response.json({}),
    ];
    const { enqueue, dismiss } = browser.tab();
    const [wrong, right] = [reading(12.6), reading(12.5)];
    enqueue(wrong);
    enqueue(right);
    await settle();
    expect(browser.waiting).toEqual([]);
    expect(browser.refused).toMatchObject([
      { entry: { id: wrong.id }, reason: 'volts: 126 is more than 12 V can be' },
    ]);
    dismiss(wrong.id);
    expect(browser.refused).toEqual([]);
  });

  it('can be taken back as long as it cannot have reached the server', async () => {
    browser.answers = [() => new Promise<Response>(() => {})];
    const { enqueue, dequeue } = browser.tab();
    const [first, second] = [reading(12.6), reading(12.5)];
    enqueue(first);
    enqueue(second);
    await settle();
    expect(dequeue(first.id)).toBe(false);
    expect(dequeue(second.id)).toBe(true);
    expect(dequeue(second.id)).toBe(false);
    expect(browser.waiting).toEqual([first.id]);
  });

  it('of two tabs, neither loses what the other has', async () => {
    browser.answers = [away];
    const [left, right] = [browser.tab(), browser.tab()];
    const [one, two, three] = [reading(12.6), reading(12.5), reading(12.4)];
    left.enqueue(one);
    right.enqueue(two);
    left.enqueue(three);
    await settle();
    expect(browser.waiting).toEqual([one.id, two.id, three.id]);
    expect(right.dequeue(two.id)).toBe(true);
    expect(browser.waiting).toEqual([one.id, three.id]);
  });

  it('what cannot be read is set aside and not thrown away', async () => {
    browser.answers = [away];
    browser.stored.set('velvet-outbox', 'half a fi');
    const one = reading(12.6);
    browser.tab().enqueue(one);
    await settle();
    expect(browser.setAside).toEqual(['half a fi']);
    expect(browser.waiting).toEqual([one.id]);
  });

  it('one entry of a kind that is not known is set aside, and the others are sent', async () => {
    const one = reading(12.6);
    const strange = { ...reading(12.5), kind: 'weighed' };
    browser.stored.set('velvet-outbox', JSON.stringify({ waiting: [strange, one], refused: [] }));
    await browser.tab().send();
    expect(browser.sent).toEqual([one.id]);
    expect(browser.setAside.map((text) => JSON.parse(text) as unknown)).toEqual([[strange]]);
  });
});
