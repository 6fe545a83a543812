import { getYard } from '../../../features/yard/yard-route';

export const dynamic = 'force-dynamic';

export function GET(): Promise<Response> {
  return getYard();
}
