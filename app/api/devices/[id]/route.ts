import { deleteDevice } from '../../../../features/charge/stock-routes';

export const dynamic = 'force-dynamic';

interface Where {
  params: Promise<{ id: string }>;
}

export async function DELETE(_: Request, { params }: Where): Promise<Response> {
  return deleteDevice((await params).id);
}
