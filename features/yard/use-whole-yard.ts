import { startTransition, useCallback, useEffect, useState } from 'react';
import { dataOf } from '../site/page-text';
import type { YardData } from './yard-data';

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
  const [whole, setWhole] = useState<YardData | null>(null);
  const [failedFor, setFailedFor] = useState<YardData | null>(null);
  const [tries, setTries] = useState(0);
  useEffect(() => {
    if (first.more === 0) return;
    const stop = new AbortController();
    fetch('/api/yard', { signal: stop.signal })
      .then(async (reply) => {
        if (!reply.ok) return setFailedFor(first);
        const data = dataOf<YardData>(await reply.text());
        if (!stop.signal.aborted) startTransition(() => setWhole(data));
      })
      .catch(() => stop.signal.aborted || setFailedFor(first));
    return () => stop.abort();
  }, [first, tries]);
  const tryAgain = useCallback(() => {
    setFailedFor(null);
    setTries((n) => n + 1);
  }, []);
  const data = first.more === 0 ? first : (whole ?? first);
  return { data, missing: data.more, failed: failedFor === first, tryAgain };
}
