import { deleteDevice } from '../../../../features/charge/stock-routes';

export const dynamic = 'force-dynamic';

interface Where {
  params: Promise<{ id: string }>;
}

export async function DELETE(request: Request, { params }: Where): Promise<Response> {
  return deleteDevice(request, (await params).id);
}
