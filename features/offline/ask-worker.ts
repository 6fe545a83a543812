'use client';

import type { Wanted } from './kept';

/** Asks the service worker for something, once there is one. */
export function askWorker(wanted: Wanted): void {
  if (typeof navigator === 'undefined' || !('serviceWorker' in navigator)) return;
  void navigator.serviceWorker.getRegistration().then(async (known) => {
    if (!known) return;
    const { active } = await navigator.serviceWorker.ready;
    active?.postMessage(wanted);
  });
}
