import { getRecord } from '../../../../features/owners-record/record-route';

export const dynamic = 'force-dynamic';

interface Where {
  params: Promise<{ id: string }>;
}

export async function GET(_: Request, { params }: Where): Promise<Response> {
  return getRecord((await params).id);
}
