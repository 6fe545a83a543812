import { postOpenDemo } from '../../../../features/demo/open-demo';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postOpenDemo(request);
}
