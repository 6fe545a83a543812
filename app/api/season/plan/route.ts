import { postTightened } from '../../../../features/season/routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postTightened(request);
}
