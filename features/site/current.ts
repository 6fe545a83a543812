import 'server-only';
import { now } from '../server/clock';
import { db } from '../server/store';
import { loadSite } from './load';
import type { SiteSnapshot } from './snapshot';

/**
 * The site as it stands now, for whoever only looks at who stands where: no battery is judged
 * unless it is asked for. Whatever judges many of them asks through `features/server/ask`.
 */
export const currentSite = (): SiteSnapshot | null => loadSite(db(), now());
