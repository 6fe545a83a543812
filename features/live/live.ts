'use client';

import { useEffect, useSyncExternalStore } from 'react';
import { call } from '../http/client';
import { recorder } from '../logbook/recorder';
import type { News, Present } from './news';

/** What is known of the others on this page. */
interface Others {
  readonly present: readonly Present[];
  /** Who recorded something last, by battery, since the page was opened. */
  readonly lastBy: ReadonlyMap<string, string>;
  /** Counts up with what the others record. */
  readonly news: number;
}

const ALONE: Others = { present: [], lastBy: new Map(), news: 0 };
let others = ALONE;
let source: EventSource | null = null;
const listeners = new Set<() => void>();

/** The others after some news; what one records oneself is none. */
export function after(before: Others, { recorded, present }: News, me: string): Others {
  const theirs = recorded.filter(({ by }) => by !== me);
  return {
    present: present.filter(({ name }) => name !== me),
    lastBy: new Map([
      ...before.lastBy,
      ...recorded.map(({ subjectId, by }) => [subjectId, by] as const),
    ]),
    news: before.news + (theirs.length > 0 ? 1 : 0),
  };
}

function listen(listener: () => void): () => void {
  // At the machine itself nobody has a name, and there are no others.
  if (!('who' in document.documentElement.dataset)) return () => undefined;
  listeners.add(listener);
  source ??= open();
  return () => {
    listeners.delete(listener);
    if (listeners.size > 0) return;
    source?.close();
    source = null;
  };
}

function open(): EventSource {
  const opened = new EventSource('/api/live');
  opened.onmessage = ({ data }: MessageEvent<string>) => {
    others = after(others, JSON.parse(data) as News, recorder());
    for (const listener of listeners) listener();
  };
  return opened;
}

/** Where people have names: what the others do, as it happens. */
export const useOthers = (): Others =>
  useSyncExternalStore(
    listen,
    () => others,
    () => ALONE,
  );

/** Tells the others at which vehicle one stands, as long as one does. */
export function useStandingAt(vehicleId: string): void {
  useEffect(() => {
    if (!('who' in document.documentElement.dataset)) return;
    void call('POST /api/live', { body: { vehicleId } });
  }, [vehicleId]);
}
