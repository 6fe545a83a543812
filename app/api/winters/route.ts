import { postWinter } from '../../../features/practice/winters';

export const dynamic = 'force-dynamic';

export function POST(request: Request) {
  return postWinter(request);
}
