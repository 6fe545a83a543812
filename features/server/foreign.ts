const OWN_NAMES = new Set(['127.0.0.1', 'localhost', '[::1]']);

/**
 * Nobody signs in yet, so the machine itself is the key: a page of another site may not write
 * here through the browser, and a foreign name that was pointed at this machine is not answered.
 */
export function refuseForeign(request: Request): Response | undefined {
  const host = request.headers.get('host') ?? '';
  const name = host.replace(/:\d+$/, '');
  if (!OWN_NAMES.has(name)) {
    return Response.json({ reason: `This server is not ${name}.` }, { status: 421 });
  }
  const origin = request.headers.get('origin');
  const reads = request.method === 'GET' || request.method === 'HEAD';
  if (!reads && origin !== null && origin !== `http://${host}`) {
    return Response.json(
      { reason: 'Entries are taken from this site’s own pages alone.' },
      { status: 403 },
    );
  }
  return undefined;
}
