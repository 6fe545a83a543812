import { getTakeOut } from '../../../../features/take-out/routes';

export const dynamic = 'force-dynamic';

export async function GET(_request: Request, { params }: { params: Promise<{ what: string }> }) {
  return getTakeOut((await params).what);
}
