/** Carries the page's nonce from the proxy to whoever writes a style into the page. */
export const NONCE_HEADER = 'x-ember-nonce';

/**
 * What a page may load and who may show it: scripts and styles of this server, or with the nonce of
 * the page; pictures that the browser makes itself; no frames in it, and it in none.
 */
export function contentPolicy(nonce: string, isDevelopment: boolean): string {
  return [
    `default-src 'self'`,
    `script-src 'self' 'nonce-${nonce}'${isDevelopment ? " 'unsafe-eval'" : ''}`,
    `style-src 'self' 'nonce-${nonce}'`,
    // Attributes: sizes and colours that are reckoned. They cannot load anything that is not allowed.
    `style-src-attr 'unsafe-inline'`,
    `img-src 'self' blob: data:`,
    `font-src 'self'`,
    `connect-src 'self'`,
    `worker-src 'self' blob:`,
    `object-src 'none'`,
    `base-uri 'none'`,
    `form-action 'self'`,
    `frame-ancestors 'none'`,
  ].join('; ');
}

/** The server in front of the pages says in it where a request comes from; nobody else can. */
export const ADDRESS_HEADER = 'x-ember-address';

/** Said with every reply. */
export const ALWAYS: Readonly<Record<string, string>> = {
  'x-content-type-options': 'nosniff',
  'referrer-policy': 'same-origin',
  'x-frame-options': 'DENY',
  'cross-origin-resource-policy': 'same-origin',
  'cross-origin-opener-policy': 'same-origin',
  'permissions-policy': 'geolocation=(), microphone=(), payment=()',
};
