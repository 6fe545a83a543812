'use client';

import { startTransition, useEffect, useState } from 'react';

/**
 * Whether a long list is drawn to its end: not in the page as it comes, which fills a screen or
 * two and is there sooner, and then at once.
 */
export function useWhole(): boolean {
  const [whole, setWhole] = useState(false);
  useEffect(() => startTransition(() => setWhole(true)), []);
  return whole;
}
