import { getTrace } from '../../../../features/bench/routes';

export const dynamic = 'force-dynamic';

export function GET(): Response {
  return getTrace();
}
