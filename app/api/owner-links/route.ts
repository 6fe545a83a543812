import { postOwnerLink } from '../../../features/owners-record/link-routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request) {
  return postOwnerLink(request);
}
