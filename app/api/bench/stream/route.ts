import { getStream } from '../../../../features/bench/routes';

export const dynamic = 'force-dynamic';

export function GET(request: Request): Response {
  return getStream(request);
}
