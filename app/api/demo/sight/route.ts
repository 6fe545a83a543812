import { getSight } from '../../../../features/demo/simulator-client';

export const dynamic = 'force-dynamic';

export function GET(request: Request): Promise<Response> {
  return getSight(request);
}
