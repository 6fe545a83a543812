'use client';

import { t } from '../../core/language';
import { useSyncExternalStore } from 'react';

const KEY = 'velvet-server-ahead';

/** Milliseconds that the server's clock is ahead of this device's; null: nobody knows. */
let ahead: number | null | undefined;
const listeners = new Set<() => void>();

function known(): number | null {
  if (ahead === undefined) {
    try {
      const text = window.localStorage.getItem(KEY);
      ahead = text === null || !Number.isFinite(Number(text)) ? null : Number(text);
    } catch {
      // Storage is forbidden: then it is known while the page stands.
      ahead = null;
    }
  }
  return ahead;
}

/** What time it is at the server by this device's clock; null: it was never asked. */
export function serverNow(): number | null {
  const by = known();
  return by === null ? null : Date.now() + by;
}

/** How far this device's clock is off goes unsaid up to this: nobody walks a round in less. */
const UNSAID_MS = 5 * 60_000;

/** That this device's clock is not the server's, and what follows; null: they agree, or nobody knows. */
export function clockWords(): string | null {
  const by = known();
  if (by === null || Math.abs(by) < UNSAID_MS) return null;
  const minutes = Math.round(Math.abs(by) / 60_000);
  const far =
    minutes < 120
      ? t`${minutes} min`
      : minutes < 2880
        ? `${Math.round(minutes / 60)} h`
        : t`${Math.round(minutes / 1440)} days`;
  return t`The clock of this device is ${far} ${by > 0 ? t`behind` : t`ahead of`} the server’s. What is recorded here bears the server’s time: is that one right? If not, set it there, before you go on.`;
}

/** The same, as it becomes known. */
export const useClockWords = (): string | null =>
  useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    clockWords,
    () => null,
  );

/** Takes down how far this device's clock is off, from an answer that came just now. */
export function noteAnswer(reply: Response): void {
  const date = Date.parse(reply.headers.get('date') ?? '');
  if (!Number.isFinite(date)) return;
  // It is said in whole seconds.
  ahead = date + 500 - Date.now();
  for (const listener of listeners) listener();
  try {
    window.localStorage.setItem(KEY, String(ahead));
  } catch {
    // As above.
  }
}

/** Asks the server what time it is, if it is there. */
export async function noteServerTime(): Promise<void> {
  try {
    noteAnswer(await fetch('/api/ping', { cache: 'no-store' }));
  } catch {
    // Without network what was known before goes on.
  }
}
