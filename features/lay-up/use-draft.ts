'use client';

import { useEffect, useRef, useState } from 'react';
import { call } from '../http/client';
import type { Draft } from './draft';

const SAVE_AFTER_MS = 700;
const RETRY_MS = 5000;

export type Kept = 'untouched' | 'keeping' | 'kept' | 'not-kept';

const put = (draft: Draft, keepalive = false) =>
  call('PUT /api/drafts/{id}', { of: { id: draft.vehicleId }, body: draft, keepalive });

/** A draft that keeps itself on the server a moment after each change, and says so. */
export function useDraft(start: Draft, resumed: boolean) {
  const [draft, setDraft] = useState(start);
  const [kept, setKept] = useState<Kept>(resumed ? 'kept' : 'untouched');
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  /** Typed, and not on the server yet. */
  const unsaved = useRef<Draft | null>(null);
  const latest = useRef(start);
  const ended = useRef(false);

  const save = async (): Promise<void> => {
    const sent = unsaved.current;
    if (ended.current || !sent) return;
    const reply = await put(sent);
    if (ended.current) return;
    if (!reply.ok) {
      setKept('not-kept');
      timer.current = setTimeout(() => void save(), RETRY_MS);
    } else if (unsaved.current === sent) {
      unsaved.current = null;
      setKept('kept');
    }
  };

  const change = (patch: Partial<Draft>) => {
    latest.current = { ...latest.current, ...patch };
    unsaved.current = latest.current;
    setDraft(latest.current);
    setKept('keeping');
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void save(), SAVE_AFTER_MS);
  };

  /** At once, though nothing was typed since: for what needs the draft to be there. */
  const saveNow = async (): Promise<void> => {
    unsaved.current ??= latest.current;
    clearTimeout(timer.current);
    await save();
  };

  /** Laid up or thrown away: nothing is kept any more. */
  const end = () => {
    ended.current = true;
    unsaved.current = null;
    clearTimeout(timer.current);
  };

  // Whoever goes away in the middle of a word still finds it again.
  useEffect(() => {
    const flush = () => {
      clearTimeout(timer.current);
      if (unsaved.current && !ended.current) void put(unsaved.current, true);
    };
    window.addEventListener('pagehide', flush);
    return () => {
      window.removeEventListener('pagehide', flush);
      flush();
    };
  }, []);
  return { draft, change, kept, end, saveNow };
}
