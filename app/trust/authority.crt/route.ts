import { getAuthority } from '../../../features/access/trust';

export const dynamic = 'force-dynamic';

export function GET() {
  return getAuthority();
}
