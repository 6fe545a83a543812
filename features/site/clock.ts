'use client';

import { useCallback, useRef } from 'react';
import type { ClockDto } from './dto';

/** The site's clock in the browser: the server's, running on from when the page was made. */
export function useSiteClock(clock: ClockDto): () => number {
  const loaded = useRef<number | null>(null);
  return useCallback(() => {
    if (clock.stands) return clock.now;
    loaded.current ??= Date.now();
    return clock.now + (Date.now() - loaded.current);
  }, [clock]);
}
