'use client';

import { useRouter } from 'next/navigation';
import { useCallback } from 'react';

const ANSWERS_WITHIN_MS = 6000;

/** Whether the server answers just now. */
export async function serverAnswers(): Promise<boolean> {
  try {
    const reply = await fetch('/api/ping', {
      cache: 'no-store',
      signal: AbortSignal.timeout(ANSWERS_WITHIN_MS),
    });
    return reply.ok;
  } catch {
    return false;
  }
}

/**
 * Fetches the page anew, if the server is there: without it the browser would put its own error
 * page in the place of this one.
 */
export function useRefresh(): () => void {
  const router = useRouter();
  return useCallback(() => {
    void serverAnswers().then((answers) => {
      if (answers) router.refresh();
    });
  }, [router]);
}
