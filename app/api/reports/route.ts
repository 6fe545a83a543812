import { postReports } from '../../../features/reports/ingest';

export const dynamic = 'force-dynamic';

export function POST(request: Request): Promise<Response> {
  return postReports(request);
}
