import { startTransition, useCallback, useEffect, useState } from 'react';
import { dataOf } from '../site/page-text';
import type { YardData } from './yard-data';

interface Fetched {
  readonly of: YardData;
  /** Null: it could not be had. */
  readonly data: YardData | null;
}

/**
 * The whole yard: a page comes with its first bays, and the others are fetched once it is there.
 * What was there before stays until the newer one has come.
 */
export function useWholeYard(first: YardData): {
  readonly data: YardData;
  /** Bays that are not there yet. */
  readonly missing: number;
  readonly failed: boolean;
  readonly tryAgain: () => void;
} {
  const [fetched, setFetched] = useState<Fetched | null>(null);
  const [before, setBefore] = useState<YardData | null>(null);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (first.more === 0) return;
    const stop = new AbortController();
    const say = (data: YardData | null) => {
      if (stop.signal.aborted) return;
      startTransition(() => {
        setFetched({ of: first, data });
        if (data) setBefore(data);
      });
    };
    fetch('/api/yard', { signal: stop.signal })
      .then(async (reply) => say(reply.ok ? dataOf<YardData>(await reply.text()) : null))
      .catch(() => say(null));
    return () => stop.abort();
  }, [first, tries]);
  const tryAgain = useCallback(() => {
    setFetched(null);
    setTries((n) => n + 1);
  }, []);
  if (first.more === 0) return { data: first, missing: 0, failed: false, tryAgain };
  const current = fetched?.of === first ? fetched : null;
  return {
    data: current?.data ?? before ?? first,
    missing: current?.data || before ? 0 : first.more,
    failed: current !== null && current.data === null,
    tryAgain,
  };
}
