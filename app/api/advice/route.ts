import { refuse } from '../../../features/server/reply';
import { currentSite } from '../../../features/site/current';
import { oneMoreData } from '../../../features/yard/load';

export const dynamic = 'force-dynamic';

export function GET(): Response {
  const loaded = currentSite();
  return loaded ? Response.json(oneMoreData(loaded)) : refuse(404, 'The site is not set up yet.');
}
