import { postClock } from '../../../../features/demo/outside';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postClock(request);
}
