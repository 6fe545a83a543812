import 'server-only';
import { cache } from 'react';
import { redirect } from 'next/navigation';
import { now } from '../server/clock';
import { db } from '../server/store';
import { loadSite, type LoadedSite } from './load';

/** The site for the request that is being answered; loaded once for its frame and its page. */
export const currentSite = cache((): LoadedSite | null => loadSite(db(), now()));

/** The site, or away to its set-up where there is none yet. */
export function requireSite(): LoadedSite {
  return currentSite() ?? redirect('/setup');
}
