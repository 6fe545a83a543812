import { postSignOut } from '../../../features/access/routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request) {
  return postSignOut(request);
}
