import { t } from '../../core/language';
import 'server-only';
import { X509Certificate } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { env } from '../../env';

/** The certificate of the site's own authority; null: it has none. */
export function authority(): X509Certificate | null {
  const file = env('EMBER_AUTHORITY');
  return file ? new X509Certificate(readFileSync(file)) : null;
}

/** The certificate, for a phone to trust. */
export function getAuthority(): Response {
  const own = authority();
  if (!own)
    return Response.json({ reason: t`This site has no authority of its own.` }, { status: 404 });
  return new Response(new Uint8Array(own.raw), {
    headers: {
      'content-type': 'application/x-x509-ca-cert',
      'content-disposition': `attachment; filename="velvet-ember.crt"`,
    },
  });
}
