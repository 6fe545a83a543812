import { getCalendarAt } from '../../../../features/season/calendar-routes';

export const dynamic = 'force-dynamic';

export async function GET(_request: Request, { params }: { params: Promise<{ secret: string }> }) {
  return getCalendarAt((await params).secret);
}
