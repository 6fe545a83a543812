'use client';

import { useEffect } from 'react';
import { useRefresh } from '../app-shell/refresh';
import { useOthers } from './live';

/** Several entries that belong together are shown at once. */
const TOGETHER_MS = 400;

/** Shows what the others record as it happens. */
export function LiveRefresh() {
  const { news } = useOthers();
  const refresh = useRefresh();
  useEffect(() => {
    if (news === 0) return;
    const soon = setTimeout(refresh, TOGETHER_MS);
    return () => clearTimeout(soon);
  }, [news, refresh]);
  return null;
}
