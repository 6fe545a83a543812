import { getLive, postLive } from '../../../features/live/routes';

export const dynamic = 'force-dynamic';

export function GET(request: Request) {
  return getLive(request);
}

export function POST(request: Request) {
  return postLive(request);
}
