import { forgetDraft, keepDraft } from '../../../../features/lay-up/draft-routes';

export const dynamic = 'force-dynamic';

interface Where {
  params: Promise<{ id: string }>;
}

export async function PUT(request: Request, { params }: Where): Promise<Response> {
  return keepDraft(request, (await params).id);
}

export async function DELETE(_: Request, { params }: Where): Promise<Response> {
  return forgetDraft((await params).id);
}
