import { postChargerGoes } from '../../../../../features/sites/send-charger';

export const dynamic = 'force-dynamic';

interface Where {
  params: Promise<{ id: string }>;
}

export async function POST(request: Request, { params }: Where): Promise<Response> {
  return postChargerGoes(request, (await params).id);
}
