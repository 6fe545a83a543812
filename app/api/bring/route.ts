import { postBrought } from '../../../features/intake/post-brought';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postBrought(request);
}
