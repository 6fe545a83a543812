import { currentSite } from '../../../features/site/current';
import { refuse } from '../../../features/server/reply';
import { seasonData } from '../../../features/yard/load';

export const dynamic = 'force-dynamic';

export function GET(): Response {
  const loaded = currentSite();
  return loaded ? Response.json(seasonData(loaded)) : refuse(404, 'The site is not set up yet.');
}
