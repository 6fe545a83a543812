import 'server-only';
import { readFileSync } from 'node:fs';
import { homeFolder } from '../../env';
import { refuse } from '../server/reply';
import { catalogueOf } from './languages';

/** A language as a script, for pages and their workers. */
export function getWords(tag: string): Response {
  const catalogue = catalogueOf(tag);
  if (!catalogue) return refuse(404, `There are no words of ${tag} here.`);
  const script = readFileSync(homeFolder('dist', 'in-page.mjs'), 'utf8');
  return new Response(
    `${script}\nvelvetEmberSpeak(${JSON.stringify(tag)}, ${JSON.stringify(catalogue)});`,
    {
      headers: { 'content-type': 'text/javascript; charset=utf-8', 'cache-control': 'no-cache' },
    },
  );
}
