import { t } from '../../core/language';
import 'server-only';
import { ask } from '../server/ask';
import { refuse } from '../server/reply';

/** All that can be found, for the dialog that looks through it. */
export async function getFindables(): Promise<Response> {
  const found = await ask('findables');
  if (found === undefined) return refuse(404, t`The site is not set up yet.`);
  return Response.json(found, { headers: { 'cache-control': 'no-store' } });
}
