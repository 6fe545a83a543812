import { getPracticeSeason } from '../../../../../features/practice/winters';

export const dynamic = 'force-dynamic';

interface Where {
  params: Promise<{ seed: string }>;
}

export async function GET(_: Request, { params }: Where): Promise<Response> {
  return getPracticeSeason((await params).seed);
}
