import { postDevice } from '../../../features/charge/stock-routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postDevice(request);
}
