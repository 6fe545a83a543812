import { postBench } from '../../../features/bench/routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postBench(request);
}
