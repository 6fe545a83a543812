import { deleteBrought, getBrought } from '../../../../features/intake/post-brought';

export const dynamic = 'force-dynamic';

interface About {
  readonly params: Promise<{ id: string }>;
}

export async function GET(_: Request, { params }: About) {
  return getBrought((await params).id);
}

export async function DELETE(request: Request, { params }: About) {
  return deleteBrought(request, (await params).id);
}
