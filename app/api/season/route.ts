import { currentSite } from '../../../features/site/current';
import { refuse } from '../../../features/server/reply';
import { seasonData } from '../../../features/yard/load';

export const dynamic = 'force-dynamic';

export async function GET(): Promise<Response> {
  const loaded = currentSite();
  return loaded
    ? Response.json(await seasonData(loaded))
    : refuse(404, 'The site is not set up yet.');
}
