import { deleteBrought } from '../../../../features/intake/post-brought';

export const dynamic = 'force-dynamic';

export async function DELETE(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return deleteBrought(request, (await params).id);
}
