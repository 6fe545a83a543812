'use client';

import { useEffect } from 'react';
import { call } from '../http/client';
import { askWorker } from './ask-worker';
import { FETCHED_PAGES } from './kept';
import { noteServerTime } from './server-time';

/** Until the page that was opened is alive and has fetched what it needs itself. */
const QUIET_MS = 3000;

/** Keeps the program and the day's pages on this device, so that they are there without network. */
export function KeptOnDevice() {
  useEffect(() => {
    if (!('serviceWorker' in navigator)) return;
    navigator.serviceWorker
      .register('/sw.js', { scope: '/' })
      .catch((error: unknown) => console.error('this device cannot keep the program', error));
    const later = setTimeout(() => {
      void noteServerTime();
      askWorker({ do: 'fetch', pages: FETCHED_PAGES });
      // What can be found by typing is kept as it passes.
      void call('GET /api/find', {});
    }, QUIET_MS);
    return () => clearTimeout(later);
  }, []);
  return null;
}
