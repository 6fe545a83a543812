import { deleteContact } from '../../../../../features/vehicle/erase-routes';

export const dynamic = 'force-dynamic';

export async function DELETE(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return deleteContact((await params).id);
}
