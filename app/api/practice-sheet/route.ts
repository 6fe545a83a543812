import { putSheet } from '../../../features/practice/sheet-routes';

export const dynamic = 'force-dynamic';

export function PUT(request: Request) {
  return putSheet(request);
}
