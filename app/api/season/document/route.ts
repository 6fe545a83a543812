import { getSeasonDocument } from '../../../../features/season/routes';

export const dynamic = 'force-dynamic';

export function GET(): Promise<Response> {
  return getSeasonDocument();
}
