import { postLayUp } from '../../../features/lay-up/post-lay-up';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postLayUp(request);
}
