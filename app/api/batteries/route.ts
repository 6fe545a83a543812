import { postBattery } from '../../../features/vehicle/post-battery';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postBattery(request);
}
