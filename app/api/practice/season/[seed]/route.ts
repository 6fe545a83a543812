import { getPracticeSeason } from '../../../../../features/practice/winters';

export const dynamic = 'force-dynamic';

interface Where {
  params: Promise<{ seed: string }>;
}

export async function GET(request: Request, { params }: Where): Promise<Response> {
  return getPracticeSeason((await params).seed, request.signal);
}
