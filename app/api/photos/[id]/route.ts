import { deletePhoto } from '../../../../features/vehicle/erase-routes';
import { getPhoto, putPhoto } from '../../../../features/lay-up/photo-routes';

export const dynamic = 'force-dynamic';

interface Where {
  params: Promise<{ id: string }>;
}

export async function PUT(request: Request, { params }: Where): Promise<Response> {
  return putPhoto(request, (await params).id);
}

export async function GET(_: Request, { params }: Where): Promise<Response> {
  return getPhoto((await params).id);
}

export async function DELETE(_: Request, { params }: Where): Promise<Response> {
  return deletePhoto((await params).id);
}
