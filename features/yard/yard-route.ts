import { t } from '../../core/language';
import 'server-only';
import { ask } from '../server/ask';
import { refuse } from '../server/reply';

/** Every bay, for the page that came with the first of them. */
export async function getYard(): Promise<Response> {
  const text = await ask('wholeYard');
  if (text === undefined) return refuse(404, t`The site is not set up yet.`);
  return new Response(text, {
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });
}
