import { postPerson } from '../../../features/access/people-routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request) {
  return postPerson(request);
}
