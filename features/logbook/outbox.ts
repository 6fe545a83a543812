'use client';

import { t } from '../../core/language';
import { useSyncExternalStore } from 'react';
import type { NewEntry } from '../../core/logbook/entry';
import { fetchedOnce } from '../ui/later';
import { openDeviceStore, type DeviceStore, type KeptRecord } from './device-store';
import { isTheirs, recorder } from './recorder';

/** An entry that the server will not take, with its reason. It is kept until it is dealt with. */
export interface Refused {
  readonly entry: NewEntry;
  readonly reason: string;
}

/** An entry that the server has, with its number there. */
export interface Acknowledged {
  readonly entry: NewEntry;
  readonly seq: number;
}

export interface OutboxState {
  /** Recorded here and not yet acknowledged, oldest first. */
  readonly waiting: readonly NewEntry[];
  readonly refused: readonly Refused[];
  /** Why nothing goes out just now; null: nothing stands in the way. */
  readonly stuck: string | null;
  /** Those on which the server fails, by id, with what it says: they are tried again, the others go on. */
  readonly failing: ReadonlyMap<string, string>;
  /** False until this device's store was read, or was found not to open. */
  readonly known: boolean;
  /** Why this device cannot keep what is recorded; null: it can. */
  readonly cannotKeep: string | null;
  /** Ids of those that are not on this device's disk, or not yet. */
  readonly unkept: ReadonlySet<string>;
  /** Acknowledged lately, on this device. */
  readonly sent: readonly Acknowledged[];
}

const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 15_000;
/** So long another tab has for what was recorded in it. */
const OTHERS_MS = 3000;
/** What is laid over a page that was served before them; more than a round has. */
const MAX_SENT = 2000;
/** Pages are fetched anew once a day at least; what was sent since is laid over them for so long. */
const SENT_KEPT_MS = 36 * 3_600_000;
/** Where earlier versions kept what waits. */
const OLD_KEY = 'velvet-outbox';

const EMPTY: OutboxState = {
  waiting: [],
  refused: [],
  stuck: null,
  failing: new Map(),
  known: false,
  cannotKeep: null,
  unkept: new Set(),
  sent: [],
};

let state: OutboxState = EMPTY;
const order = new Map<string, number>();
/** Pictures of entries that have not gone out, by entry. */
const photos = new Map<string, Blob>();
let next = 1;
let sending: string | null = null;
let running = false;
let retryMs = FIRST_RETRY_MS;
let timer: ReturnType<typeof setTimeout> | undefined;
const listeners = new Set<() => void>();

function change(patch: Partial<OutboxState>): void {
  state = { ...state, ...patch };
  for (const listener of listeners) listener();
}

const without = <T>(set: ReadonlySet<T>, one: T): ReadonlySet<T> =>
  set.has(one) ? new Set([...set].filter((other) => other !== one)) : set;

// ---- what comes when it is needed, so that no page opens with it ----

const keptReader = fetchedOnce(() => import('./read-kept'), true);
const sender = fetchedOnce(() => import('./send-entry'), true);

// ---- this device's store ----

let opening: Promise<DeviceStore | null> | null = null;
/** Writes follow each other, so that what is dropped does not come back. */
let writes: Promise<unknown> = Promise.resolve();

/** Opens the store once, and takes over what lies in it; null where there is none. */
function deviceStore(): Promise<DeviceStore | null> {
  opening ??= openDeviceStore().then(takeOver, (error: unknown) => {
    change({ known: true, cannotKeep: wordsOf(error) });
    return null;
  });
  return opening;
}

function wordsOf(error: unknown): string {
  const { name, message } = (error ?? {}) as { name?: unknown; message?: unknown };
  if (name === 'QuotaExceededError') return t`its storage is full`;
  if (name === 'SecurityError') return t`its storage is forbidden`;
  if (name === 'InvalidStateError') return t`a newer page has its storage: load this one anew`;
  return typeof message === 'string' && message !== '' ? message : String(error);
}

/** What an earlier visit left, or another tab has. */
async function takeOver(store: DeviceStore): Promise<DeviceStore> {
  const records: KeptRecord[] = [...(await store.all())];
  const lately = await store.allSent(Date.now() - SENT_KEPT_MS);
  const old = oldText();
  if (records.length + lately.length === 0 && old === null) {
    change({ known: true });
    return store;
  }
  const { readEntry, oldRecordsOf } = await keptReader();
  if (old !== null) {
    const before = oldRecordsOf(old);
    for (const record of before ?? []) {
      await store.put(record);
      records.push(record);
    }
    if (!before) await store.setAside(old, Date.now());
    window.localStorage.removeItem(OLD_KEY);
  }
  const waiting: NewEntry[] = [];
  const refused: Refused[] = [];
  for (const { id, n, entry, refused: reason, photo } of records) {
    const read = readEntry(entry);
    if (!read) {
      await store.setAside(entry, Date.now());
      await store.drop(id);
      continue;
    }
    order.set(id, n);
    if (photo) photos.set(id, photo);
    next = Math.max(next, n + 1);
    if (reason === null) waiting.push(read);
    else refused.push({ entry: read, reason });
  }
  // What this device sent lately: a page that lies on it may be older.
  const sent = lately.flatMap(({ entry, seq }): Acknowledged[] => {
    const read = readEntry(entry);
    return read ? [{ entry: read, seq }] : [];
  });
  const here = new Set(state.waiting.map(({ id }) => id));
  const gone = new Set(state.sent.map(({ entry }) => entry.id));
  change({
    known: true,
    sent: [...sent.filter(({ entry }) => !gone.has(entry.id)), ...state.sent],
    waiting: [...waiting.filter(({ id }) => !here.has(id) && !gone.has(id)), ...state.waiting].sort(
      (a, b) => order.get(a.id)! - order.get(b.id)!,
    ),
    refused: [...refused, ...state.refused],
  });
  if (waiting.length > 0) void send();
  return store;
}

/** What an earlier version of the program left in the browser's other store; null: nothing. */
function oldText(): string | null {
  try {
    return window.localStorage.getItem(OLD_KEY);
  } catch {
    // Forbidden: then nothing lies there either.
    return null;
  }
}

/** Writes to the store after all that was written before; whether it is on the disk. */
function write(work: (store: DeviceStore) => Promise<void>): Promise<boolean> {
  const done = writes.then(async () => {
    const store = await deviceStore();
    if (!store) return false;
    try {
      await work(store);
      if (state.cannotKeep !== null) change({ cannotKeep: null });
      return true;
    } catch (error) {
      change({ cannotKeep: wordsOf(error) });
      return false;
    }
  });
  writes = done;
  return done;
}

const recordOf = (entry: NewEntry, refused: string | null): KeptRecord => ({
  id: entry.id,
  n: order.get(entry.id) ?? 0,
  entry,
  refused,
  photo: photos.get(entry.id),
});

// ---- other tabs ----

type Told =
  | { readonly kind: 'added'; readonly entry: NewEntry; readonly photo?: Blob | undefined }
  | { readonly kind: 'dropped'; readonly id: string }
  | { readonly kind: 'sent'; readonly entry: NewEntry; readonly seq: number }
  | { readonly kind: 'refused'; readonly entry: NewEntry; readonly reason: string }
  | { readonly kind: 'dismissed'; readonly id: string };

const channel =
  typeof BroadcastChannel === 'undefined' ? null : new BroadcastChannel('velvet-outbox');
if (channel) {
  channel.onmessage = ({ data }: MessageEvent<Told>) => {
    apply(data);
    // Whoever recorded it sends it; unless that tab is gone.
    if (data.kind === 'added') setTimeout(() => void send(), OTHERS_MS);
  };
}

function tell(told: Told): void {
  apply(told);
  channel?.postMessage(told);
}

/** What happened to an entry, here or in another tab. */
function apply(told: Told): void {
  const { waiting, refused, failing, unkept, sent } = state;
  const id = 'entry' in told ? told.entry.id : told.id;
  const others = waiting.filter((one) => one.id !== id);
  const wellAgain = failing.has(id)
    ? { failing: new Map([...failing].filter(([other]) => other !== id)) }
    : {};
  switch (told.kind) {
    case 'added':
      if (!order.has(id)) order.set(id, next++);
      if (told.photo) photos.set(id, told.photo);
      return change({ waiting: [...others, told.entry] });
    case 'dropped':
      photos.delete(id);
      return change({ waiting: others, unkept: without(unkept, id), ...wellAgain });
    case 'sent':
      photos.delete(id);
      return change({
        waiting: others,
        unkept: without(unkept, id),
        sent: [...sent, { entry: told.entry, seq: told.seq }].slice(-MAX_SENT),
        ...wellAgain,
      });
    case 'refused':
      return change({
        waiting: others,
        refused: [...refused, { entry: told.entry, reason: told.reason }],
        ...wellAgain,
      });
    case 'dismissed':
      photos.delete(id);
      return change({ refused: refused.filter(({ entry }) => entry.id !== id) });
  }
}

// ---- what the screens do ----

/**
 * Takes an entry: it is on its way to this device's disk and to the server at once, and neither
 * waits for the other. A picture that belongs to it goes out just before it.
 */
export function enqueue(entry: NewEntry, photo?: Blob): void {
  change({ unkept: new Set([...state.unkept, entry.id]) });
  tell({ kind: 'added', entry, photo });
  void write((store) => store.put(recordOf(entry, null))).then((kept) => {
    if (kept) change({ unkept: without(state.unkept, entry.id) });
  });
  void send();
}

/** Takes an entry back that was not sent yet; false when it may have reached the server. */
export function dequeue(id: string): boolean {
  if (sending === id || !state.waiting.some((entry) => entry.id === id)) return false;
  tell({ kind: 'dropped', id });
  void write((store) => store.drop(id));
  return true;
}

/** Forgets a refused entry, after the attendant has seen why. */
export function dismiss(id: string): void {
  tell({ kind: 'dismissed', id });
  void write((store) => store.drop(id));
}

/** Sends what waits, in order; of several tabs one does. */
export async function send(): Promise<void> {
  if (running) return;
  running = true;
  clearTimeout(timer);
  try {
    const locks = typeof navigator === 'undefined' ? undefined : navigator.locks;
    if (!locks) await pass();
    else await locks.request('velvet-outbox', { ifAvailable: true }, (lock) => lock && pass());
  } finally {
    running = false;
  }
  if (state.waiting.length === 0) {
    retryMs = FIRST_RETRY_MS;
    return;
  }
  timer = setTimeout(() => void send(), retryMs);
  retryMs = Math.min(LONGEST_RETRY_MS, retryMs * 2);
}

/** Once through all that waits. What corrects another entry goes out after it. */
async function pass(): Promise<void> {
  const tried = new Set<string>();
  for (;;) {
    const ids = new Set(state.waiting.map(({ id }) => id));
    const entry = state.waiting.find(
      (one) =>
        !tried.has(one.id) &&
        !(one.strikes !== null && ids.has(one.strikes)) &&
        // What somebody else recorded on this device waits until they sign in.
        isTheirs(one, recorder()),
    );
    if (!entry) return;
    tried.add(entry.id);
    sending = entry.id;
    const { sendEntry } = await sender();
    const outcome = await sendEntry(entry, photos.get(entry.id));
    sending = null;
    switch (outcome.kind) {
      case 'wait':
        change({ stuck: outcome.why });
        if (outcome.afterMs !== null) retryMs = Math.max(retryMs, outcome.afterMs);
        return;
      case 'failing':
        change({ stuck: null, failing: new Map([...state.failing, [entry.id, outcome.why]]) });
        continue;
      case 'taken':
        retryMs = FIRST_RETRY_MS;
        change({ stuck: null });
        tell({ kind: 'sent', entry, seq: outcome.seq });
        void write((store) =>
          store.sent({ id: entry.id, entry, seq: outcome.seq, at: Date.now() }),
        );
        continue;
      case 'refused':
        retryMs = FIRST_RETRY_MS;
        change({ stuck: null });
        tell({ kind: 'refused', entry, reason: outcome.reason });
        void write((store) => store.put(recordOf(entry, outcome.reason)));
    }
  }
}

/** Asks before a page is left with something that is nowhere but in it. */
function holdBack(event: BeforeUnloadEvent): void {
  if (state.waiting.some(({ id }) => state.unkept.has(id))) event.preventDefault();
}

const retry = () => void send();

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  if (listeners.size === 1) {
    window.addEventListener('online', retry);
    window.addEventListener('beforeunload', holdBack);
    // What goes out does not wait for what is kept; what an earlier visit left comes after it.
    void send();
    void deviceStore();
  }
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    window.removeEventListener('online', retry);
    window.removeEventListener('beforeunload', holdBack);
  };
}

export const outboxNow = (): OutboxState => state;

export function useOutbox(): OutboxState {
  return useSyncExternalStore(subscribe, outboxNow, () => EMPTY);
}
