'use client';

import { useEffect } from 'react';

/**
 * Says on the page that its scripts are there. Until then its buttons cannot be pressed
 * (`globals.css`): a tap that nobody would hear is not taken for one that was.
 */
export function Alive() {
  useEffect(() => {
    document.documentElement.dataset.alive = '';
  }, []);
  return null;
}
