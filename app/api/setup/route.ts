import { postSetup } from '../../../features/setup/post-setup';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postSetup(request);
}
