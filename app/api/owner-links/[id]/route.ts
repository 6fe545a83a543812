import { deleteOwnerLink } from '../../../../features/owners-record/link-routes';

export const dynamic = 'force-dynamic';

export async function DELETE(_request: Request, { params }: { params: Promise<{ id: string }> }) {
  return deleteOwnerLink((await params).id);
}
