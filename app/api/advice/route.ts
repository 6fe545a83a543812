import { t } from '../../../features/words/page-words';
import { ask } from '../../../features/server/ask';
import { refuse } from '../../../features/server/reply';

export const dynamic = 'force-dynamic';

export async function GET(): Promise<Response> {
  const data = await ask('oneMore');
  return data ? Response.json(data) : refuse(404, t`The site is not set up yet.`);
}
