import { getWords } from '../../../../features/words/get-words';

export const dynamic = 'force-dynamic';

export async function GET(
  request: Request,
  { params }: { params: Promise<{ tag: string }> },
): Promise<Response> {
  return getWords(request, (await params).tag);
}
