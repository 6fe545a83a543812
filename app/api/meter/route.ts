import { deleteMeter, postMeter } from '../../../features/bench/settings-routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postMeter(request);
}

export function DELETE(): Response {
  return deleteMeter();
}
