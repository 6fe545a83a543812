import { deletePaired } from '../../../../features/access/routes';

export const dynamic = 'force-dynamic';

export async function DELETE(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return deletePaired(request, (await params).id);
}
