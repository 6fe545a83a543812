import { postEntry } from '../../../features/logbook/post-entry';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postEntry(request);
}
