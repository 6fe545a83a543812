import { t } from '../../core/language';
import { env } from '../../env';

const OWN_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]']);

/** What a browser says of where a request comes from, where it is this site's own page or the person. */
const OWN_SITES = new Set(['same-origin', 'none']);

const refuse = (status: number, reason: string) => Response.json({ reason }, { status });

/**
 * The machine itself is the key where nobody signs in, and cookies are where they do: a page of another site may neither write
 * here through the browser, nor read, nor frame this one, and a foreign name that was pointed at
 * this machine is not answered. A device that writes shows its token instead of where it comes
 * from: no page can send that for another.
 */
export function refuseForeign(request: Request): Response | undefined {
  const host = request.headers.get('host') ?? '';
  const name = host.replace(/:\d+$/, '');
  if (!OWN_NAMES.has(name) && !env('EMBER_NAMES').includes(name))
    return refuse(421, t`This server is not ${name}.`);
  const { headers, method } = request;
  const site = headers.get('sec-fetch-site');
  if (method === 'GET' || method === 'HEAD') {
    // A link may lead here from anywhere, and opens a page of its own; nothing else may.
    const opens =
      headers.get('sec-fetch-mode') === 'navigate' && headers.get('sec-fetch-dest') === 'document';
    return site === null || OWN_SITES.has(site) || opens
      ? undefined
      : refuse(403, t`This site is shown to its own pages alone.`);
  }
  const scheme = env('EMBER_DOOR') === 'signed' ? 'https' : 'http';
  const origin = headers.get('origin');
  const own =
    origin === null
      ? site === 'same-origin' || (site === null && headers.has('authorization'))
      : origin === `${scheme}://${host}` && (site === null || OWN_SITES.has(site));
  return own
    ? undefined
    : refuse(
        403,
        t`Entries are taken from this site’s own pages alone: a program says where it writes to in a header, Origin: ${scheme}://HOST.`,
      );
}
