import { deletePerson, putPerson } from '../../../../features/access/people-routes';

export const dynamic = 'force-dynamic';

interface About {
  params: Promise<{ id: string }>;
}

export async function PUT(request: Request, { params }: About) {
  return putPerson(request, (await params).id);
}

export async function DELETE(request: Request, { params }: About) {
  return deletePerson(request, (await params).id);
}
