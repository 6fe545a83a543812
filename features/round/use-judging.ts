'use client';

import { later } from '../ui/later';
import type * as judging from './judging';

export type Judging = typeof judging;

/** What judges anew what was typed or recorded here: it comes once the page is alive. */
export const { useNow: useJudging, withIt: withJudging } = later<Judging>(
  () => import('./judging'),
);
