import { getFindables } from '../../../features/find/route';

export const dynamic = 'force-dynamic';

export function GET(): Promise<Response> {
  return getFindables();
}
