import { handlePostEntry } from '../../../features/logbook/post-entry';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return handlePostEntry(request);
}
