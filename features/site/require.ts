import 'server-only';
import { redirect } from 'next/navigation';
import { currentSite, type LoadedSite } from './load';

/** The site, or away to its set-up where there is none yet. */
export function requireSite(): LoadedSite {
  return currentSite() ?? redirect('/setup');
}
