import { postPractised } from '../../../features/practice/sheet-routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request) {
  return postPractised(request);
}
