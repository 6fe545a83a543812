'use client';

import { useEffect } from 'react';
import { fetchFirst, fetchParts } from '../ui/later';
import { ALIVE } from '../ui/part';

/** So long a page that has just come alive has to itself. */
const PARTS_MS = 100;

/**
 * Says on the page that its scripts are there. Until then its buttons cannot be pressed
 * (`globals.css`): a tap that nobody would hear is not taken for one that was.
 */
export function Alive() {
  useEffect(() => {
    document.documentElement.dataset.alive = '';
    document.dispatchEvent(new Event(ALIVE));
    setTimeout(fetchFirst);
    // Not before the first tap was heard.
    setTimeout(fetchParts, PARTS_MS);
  }, []);
  return null;
}
