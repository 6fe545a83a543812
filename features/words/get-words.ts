import 'server-only';
import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { homeFolder } from '../../env';
import { t } from '../../core/language';
import { refuse } from '../server/reply';
import { catalogueOf } from './languages';

interface Script {
  readonly text: string;
  /** Names this very content. */
  readonly etag: string;
}

const made = new Map<string, Script>();

function scriptOf(tag: string): Script | null {
  const known = made.get(tag);
  if (known) return known;
  const catalogue = catalogueOf(tag);
  if (!catalogue) return null;
  const script = readFileSync(homeFolder('dist', 'in-page.mjs'), 'utf8');
  const text = `${script}\nvelvetEmberSpeak(${JSON.stringify(tag)}, ${JSON.stringify(catalogue)});`;
  const etag = `"${createHash('sha256').update(text).digest('base64url')}"`;
  made.set(tag, { text, etag });
  return { text, etag };
}

/** A language as a script, for pages and their workers; who has this very one is not sent it again. */
export function getWords(request: Request, tag: string): Response {
  const script = scriptOf(tag);
  if (!script) return refuse(404, t`There are no words of ${tag} here.`);
  const headers = { etag: script.etag, 'cache-control': 'no-cache' };
  if (request.headers.get('if-none-match') === script.etag) {
    return new Response(null, { status: 304, headers });
  }
  return new Response(script.text, {
    headers: { ...headers, 'content-type': 'text/javascript; charset=utf-8' },
  });
}
