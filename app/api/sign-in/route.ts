import { postSignIn } from '../../../features/access/routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request) {
  return postSignIn(request);
}
