import { postClock } from '../../../../features/demo/simulator-client';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postClock(request);
}
