import { getSight } from '../../../../features/demo/outside';

export const dynamic = 'force-dynamic';

export function GET(request: Request): Promise<Response> {
  return getSight(request);
}
