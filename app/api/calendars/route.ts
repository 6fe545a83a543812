import {
  deleteCalendarAddress,
  postCalendarAddress,
} from '../../../features/season/calendar-routes';

export const dynamic = 'force-dynamic';

export function POST(request: Request) {
  return postCalendarAddress(request);
}

export function DELETE(request: Request) {
  return deleteCalendarAddress(request);
}
