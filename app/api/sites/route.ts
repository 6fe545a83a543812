import { postSite } from '../../../features/sites/post-site';

export const dynamic = 'force-dynamic';

export async function POST(request: Request) {
  return postSite(request);
}
