import { getTrace, postTrace } from '../../../../features/bench/routes';

export const dynamic = 'force-dynamic';

export function GET(): Response {
  return getTrace();
}

export function POST(request: Request): Promise<Response> {
  return postTrace(request);
}
