import { putOwnerOf } from '../../../../../features/vehicle/owner-routes';

export const dynamic = 'force-dynamic';

export async function PUT(request: Request, { params }: { params: Promise<{ id: string }> }) {
  return putOwnerOf(request, (await params).id);
}
