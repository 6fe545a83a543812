import { postUnlock } from '../../../features/access/routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request) {
  return postUnlock(request);
}
