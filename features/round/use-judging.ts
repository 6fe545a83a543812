'use client';

import { useCallback, useRef } from 'react';
import { later } from '../ui/later';
import type * as judging from './judging';

export type Judging = typeof judging;

/** What judges anew what was typed or recorded here: it comes once the page is alive. */
const { useNow, withIt } = later<Judging>(() => import('./judging'));

export const useJudging = useNow;

/**
 * Does something with it: at once, or as soon as it is there. What is pressed again until then is the
 * same wish, and done once.
 */
export function useOnceJudging(): (act: (judging: Judging) => void) => void {
  const waits = useRef(false);
  return useCallback((act) => {
    if (waits.current) return;
    waits.current = true;
    withIt((judging) => {
      waits.current = false;
      act(judging);
    });
  }, []);
}
