import { useEffect } from 'react';
import { askWorker } from './ask-worker';

/** Until the server has judged what came in. */
const SETTLED_MS = 2000;

/**
 * Keeps the round on this device as it stands, with the vehicles of its stops: anew whenever all that
 * was recorded has gone out.
 */
export function useKeptRound(
  { stops }: { readonly stops: readonly { readonly vehicle: { readonly id: string } }[] },
  waiting: number,
): void {
  useEffect(() => {
    if (waiting > 0) return;
    const later = setTimeout(
      () => askWorker({ do: 'fetch', pages: ['/round'], anew: true }),
      SETTLED_MS,
    );
    return () => clearTimeout(later);
  }, [waiting]);
  useEffect(() => {
    // A desk has its network; who walks may be without it at any of the stops.
    if (!(navigator.maxTouchPoints > 0)) return;
    const pages = [...new Set(stops.map(({ vehicle }) => `/vehicle/${vehicle.id}`))];
    askWorker({ do: 'fetch', pages });
  }, [stops]);
}
