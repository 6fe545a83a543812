import { getSeasonLines } from '../../../../features/yard/season-route';

export const dynamic = 'force-dynamic';

export function GET(): Response {
  return getSeasonLines();
}
