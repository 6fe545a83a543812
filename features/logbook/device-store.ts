import { openDB, type DBSchema, type IDBPDatabase } from 'idb';

/** An entry as it lies on this device, in the order of recording. */
export interface KeptRecord {
  readonly id: string;
  readonly n: number;
  readonly entry: unknown;
  /** Why the server will not take it; null: it waits to be sent. */
  readonly refused: string | null;
  /** The picture that goes out before it. */
  readonly photo?: Blob | undefined;
}

/** An entry that the server has. */
export interface SentRecord {
  readonly id: string;
  readonly entry: unknown;
  readonly seq: number;
  readonly at: number;
}

interface Schema extends DBSchema {
  sent: { key: string; value: SentRecord };
  outbox: { key: string; value: KeptRecord };
  /** What cannot be read: not ours to throw away. */
  aside: { key: number; value: { readonly at: number; readonly what: unknown } };
  probe: { key: number; value: Uint8Array };
}

/** Room for a day's entries and more: what a device must have left for them. */
const PROBE_BYTES = 256_000;
/** Until other tabs have closed an older version of the store. */
const OPEN_MS = 4000;

/** What is kept on this device; every promise that is fulfilled says that it is on its disk. */
export interface DeviceStore {
  readonly all: () => Promise<readonly KeptRecord[]>;
  readonly put: (record: KeptRecord) => Promise<void>;
  readonly drop: (id: string) => Promise<void>;
  /** It has gone out: it waits no more, and is known for a while. */
  readonly sent: (record: SentRecord) => Promise<void>;
  /** What has gone out since an instant; older ones are forgotten. */
  readonly allSent: (since: number) => Promise<readonly SentRecord[]>;
  readonly setAside: (what: unknown, at: number) => Promise<void>;
}

/**
 * Opens the device's own store and writes to it, so that one that is forbidden or full is known
 * before anything is typed. Rejects then, with the reason.
 */
export async function openDeviceStore(): Promise<DeviceStore> {
  if (typeof indexedDB === 'undefined') throw new Error('this browser has no storage');
  const db = await withinTime(
    openDB<Schema>('velvet-ember', 2, {
      upgrade(made, from) {
        made.createObjectStore('sent', { keyPath: 'id' });
        if (from > 0) return;
        made.createObjectStore('outbox', { keyPath: 'id' });
        made.createObjectStore('aside', { autoIncrement: true });
        made.createObjectStore('probe', { autoIncrement: true });
      },
      // A newer page wants to change the store: it has it from then on, and this one says so.
      blocking: (_, __, event) => (event.target as IDBDatabase).close(),
    }),
  );
  const writing = async (
    names: StoreName[],
    work: (transaction: ReturnType<typeof begin>) => Promise<unknown>,
  ) => {
    const transaction = begin(db, names);
    await Promise.all([work(transaction), transaction.done]);
  };
  await writing(['probe'], async (transaction) => {
    const probe = transaction.objectStore('probe');
    await probe.clear();
    await probe.put(new Uint8Array(PROBE_BYTES));
  });
  await writing(['probe'], (transaction) => transaction.objectStore('probe').clear());
  return {
    all: async () => (await db.getAll('outbox')).sort((a, b) => a.n - b.n),
    put: (record) =>
      writing(['outbox'], (transaction) => transaction.objectStore('outbox').put(record)),
    drop: (id) =>
      writing(['outbox'], (transaction) => transaction.objectStore('outbox').delete(id)),
    sent: (record) =>
      writing(['outbox', 'sent'], async (transaction) => {
        await transaction.objectStore('outbox').delete(record.id);
        await transaction.objectStore('sent').put(record);
      }),
    allSent: async (since) => {
      const all = await db.getAll('sent');
      const old = all.filter(({ at }) => at < since);
      if (old.length > 0) {
        await writing(['sent'], (transaction) =>
          Promise.all(old.map(({ id }) => transaction.objectStore('sent').delete(id))),
        );
      }
      return all.filter(({ at }) => at >= since).sort((a, b) => a.seq - b.seq);
    },
    setAside: (what, at) =>
      writing(['aside'], (transaction) => transaction.objectStore('aside').add({ at, what })),
  };
}

type StoreName = 'outbox' | 'sent' | 'aside' | 'probe';

/** Strict: it is done when it is on the disk, and not when the system means to write it. */
const begin = (db: IDBPDatabase<Schema>, names: StoreName[]) =>
  db.transaction(names, 'readwrite', { durability: 'strict' });

function withinTime<T>(opened: Promise<T>): Promise<T> {
  return new Promise((done, failed) => {
    const late = setTimeout(() => failed(new Error('its storage does not open')), OPEN_MS);
    opened.then(done, failed).finally(() => clearTimeout(late));
  });
}
