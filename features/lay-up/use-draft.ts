'use client';

import { useEffect, useRef, useState } from 'react';
import type { Draft } from './draft';

const SAVE_AFTER_MS = 700;
const RETRY_MS = 5000;

export type Kept = 'untouched' | 'keeping' | 'kept' | 'not-kept';

/** A draft that keeps itself on the server a moment after each change, and says so. */
export function useDraft(start: Draft, resumed: boolean) {
  const [draft, setDraft] = useState(start);
  const [kept, setKept] = useState<Kept>(resumed ? 'kept' : 'untouched');
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const ended = useRef(false);

  const save = async (next: Draft): Promise<void> => {
    if (ended.current) return;
    const reply = await fetch(`/api/drafts/${next.vehicleId}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(next),
    }).catch(() => null);
    if (ended.current) return;
    setKept(reply?.ok ? 'kept' : 'not-kept');
    if (!reply?.ok) timer.current = setTimeout(() => void save(next), RETRY_MS);
  };

  const change = (patch: Partial<Draft>) => {
    setDraft((before) => {
      const next = { ...before, ...patch };
      clearTimeout(timer.current);
      timer.current = setTimeout(() => void save(next), SAVE_AFTER_MS);
      return next;
    });
    setKept('keeping');
  };

  /** Laid up or thrown away: nothing is kept any more. */
  const end = () => {
    ended.current = true;
    clearTimeout(timer.current);
  };

  useEffect(() => () => clearTimeout(timer.current), []);
  return { draft, change, kept, end };
}
