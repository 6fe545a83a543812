'use client';

import { useSyncExternalStore } from 'react';
import { z } from 'zod';
import { parseEntry, type NewEntry } from '../../core/logbook/entry';

/** An entry that the server will not take, with its reason. It is kept until it is dealt with. */
export interface Refused {
  readonly entry: NewEntry;
  readonly reason: string;
}

export interface OutboxState {
  /** Recorded here and not yet acknowledged, oldest first. */
  readonly waiting: readonly NewEntry[];
  readonly refused: readonly Refused[];
  /** The last attempt failed: the server cannot be reached. */
  readonly stuck: boolean;
  /** False until this device's store was read. */
  readonly known: boolean;
}

const KEY = 'velvet-outbox';
const FIRST_RETRY_MS = 1000;
const LONGEST_RETRY_MS = 15_000;
const Saved = z.object({
  waiting: z.array(z.unknown()),
  refused: z.array(z.object({ entry: z.unknown(), reason: z.string() })),
});

const EMPTY: OutboxState = { waiting: [], refused: [], stuck: false, known: true };
const UNREAD: OutboxState = { ...EMPTY, known: false };
let state: OutboxState | null = null;
let sending = false;
let retryMs = FIRST_RETRY_MS;
let timer: ReturnType<typeof setTimeout> | undefined;
const listeners = new Set<() => void>();

/** What lies in this device's store: from an earlier visit, or from another tab. */
function restored(): OutboxState {
  const text = window.localStorage.getItem(KEY);
  if (!text) return EMPTY;
  let json: unknown;
  try {
    json = JSON.parse(text);
  } catch {
    json = null;
  }
  const saved = Saved.safeParse(json);
  if (!saved.success) {
    setAside(text);
    return EMPTY;
  }
  const unreadable: unknown[] = [];
  const read = (one: unknown): NewEntry[] => {
    const parsed = parseEntry(one);
    if (parsed.ok) return [parsed.entry];
    unreadable.push(one);
    return [];
  };
  const waiting = saved.data.waiting.flatMap(read);
  const refused = saved.data.refused.flatMap(({ entry, reason }) =>
    read(entry).map((one) => ({ entry: one, reason })),
  );
  if (unreadable.length > 0) {
    setAside(JSON.stringify(unreadable));
    store({ waiting, refused });
  }
  return { waiting, refused, stuck: false, known: true };
}

/** Not ours to throw away: what cannot be read is kept under another name. */
function setAside(text: string): void {
  window.localStorage.setItem(`${KEY}-unreadable-${Date.now()}`, text);
}

function store({ waiting, refused }: Pick<OutboxState, 'waiting' | 'refused'>): void {
  window.localStorage.setItem(KEY, JSON.stringify({ waiting, refused }));
}

function current(): OutboxState {
  state ??= restored();
  return state;
}

/** Changes what is in the store, where another tab may have put something meanwhile. */
function change(next: (now: OutboxState) => Partial<OutboxState>): void {
  const now = { ...restored(), stuck: current().stuck };
  state = { ...now, ...next(now) };
  store(state);
  for (const listener of listeners) listener();
}

/** Another tab has changed the store. */
function hear({ key }: StorageEvent): void {
  if (key !== KEY) return;
  state = { ...restored(), stuck: current().stuck };
  for (const listener of listeners) listener();
}

/** Keeps an entry on this device and sends it, again and again until the server has it. */
export function enqueue(entry: NewEntry): void {
  change(({ waiting }) => ({ waiting: [...waiting, entry] }));
  void send();
}

/** Takes an entry back that was not sent yet; false when it may have reached the server. */
export function dequeue(id: string): boolean {
  const { waiting } = current();
  const at = waiting.findIndex((entry) => entry.id === id);
  if (at < 0 || (sending && at === 0)) return false;
  change((now) => ({ waiting: now.waiting.filter((entry) => entry.id !== id) }));
  return true;
}

/** Forgets a refused entry, after the attendant has seen why. */
export function dismiss(id: string): void {
  change(({ refused }) => ({ refused: refused.filter(({ entry }) => entry.id !== id) }));
}

/** Sends what waits, in order. */
export async function send(): Promise<void> {
  if (sending) return;
  clearTimeout(timer);
  sending = true;
  try {
    for (let entry = current().waiting[0]; entry; entry = current().waiting[0]) {
      const outcome = await post(entry);
      if (outcome === 'unreachable') {
        change(() => ({ stuck: true }));
        timer = setTimeout(() => void send(), retryMs);
        retryMs = Math.min(LONGEST_RETRY_MS, retryMs * 2);
        return;
      }
      retryMs = FIRST_RETRY_MS;
      const sent = entry;
      change(({ waiting, refused }) => ({
        stuck: false,
        waiting: waiting.filter((one) => one.id !== sent.id),
        refused:
          outcome === 'taken' ? refused : [...refused, { entry: sent, reason: outcome.reason }],
      }));
    }
  } finally {
    sending = false;
  }
}

const Refusal = z.object({ reason: z.string() });

async function post(entry: NewEntry): Promise<'taken' | 'unreachable' | { reason: string }> {
  let reply: Response;
  try {
    reply = await fetch('/api/entries', {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(entry),
    });
  } catch {
    return 'unreachable';
  }
  if (reply.ok) return 'taken';
  if (reply.status >= 500) return 'unreachable';
  const refusal = Refusal.safeParse(await reply.json().catch(() => null));
  return { reason: refusal.success ? refusal.data.reason : `The server answered ${reply.status}.` };
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  const retry = () => void send();
  window.addEventListener('online', retry);
  window.addEventListener('storage', hear);
  void send();
  return () => {
    listeners.delete(listener);
    window.removeEventListener('online', retry);
    window.removeEventListener('storage', hear);
  };
}

export function useOutbox(): OutboxState {
  return useSyncExternalStore(subscribe, current, () => UNREAD);
}
