'use client';

import { useCallback, useRef } from 'react';
import { serverNow } from '../offline/server-time';
import type { ClockDto } from './dto';

/**
 * The site's clock in the browser: the server's. A page may have lain on this device since the morning,
 * and its clock may be wrong: what the server last said counts, and else the page itself, running on.
 */
export function useSiteClock(clock: ClockDto): () => number {
  const loaded = useRef<number | null>(null);
  return useCallback(() => {
    if (clock.stands) return clock.now;
    const told = serverNow();
    if (told !== null) return told;
    loaded.current ??= Date.now();
    return clock.now + (Date.now() - loaded.current);
  }, [clock]);
}
