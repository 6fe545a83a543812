import { NextResponse, type NextRequest } from 'next/server';
import { DAY_HEADER } from './features/frame/chosen-day';
import { refuseForeign } from './features/server/foreign';

/** Stands before every page and route. */
export function proxy(request: NextRequest): Response {
  const refusal = refuseForeign(request);
  if (refusal) return refusal;
  const headers = new Headers(request.headers);
  // The frame is not told its address; the day in it decides what the whole page shows.
  headers.set(DAY_HEADER, request.nextUrl.searchParams.get('day') ?? '');
  return NextResponse.next({ request: { headers } });
}
