import { putPlan } from '../../../../features/site-plan/post-plan';

export const dynamic = 'force-dynamic';

export async function PUT(request: Request) {
  return putPlan(request);
}
