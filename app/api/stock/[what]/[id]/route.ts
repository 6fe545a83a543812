import { deleteStock } from '../../../../../features/charge/stock-routes';

export const dynamic = 'force-dynamic';

interface Where {
  params: Promise<{ what: string; id: string }>;
}

export async function DELETE(request: Request, { params }: Where): Promise<Response> {
  const { what, id } = await params;
  return deleteStock(request, what, id);
}
