import { postTemperatures } from '../../../features/temperatures/routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postTemperatures(request);
}
