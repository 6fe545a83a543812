import { putPin } from '../../../features/access/routes';

export const dynamic = 'force-dynamic';

export function PUT(request: Request) {
  return putPin(request);
}
