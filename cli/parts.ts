import type { IncomingMessage, ServerResponse } from 'node:http';
import sirv from 'sirv';
import { homeFolder } from '../env';
import { ALWAYS } from '../features/server/headers';

const ADDRESS = '/_next/static';

/**
 * Serves the parts of the pages as they were built: they are the same for everybody and for ever, so
 * neither the framework nor a guard need look at who asks. True: it was for one, and is answered.
 */
export function partServer(
  folder = homeFolder('.next', 'static'),
): (request: IncomingMessage, reply: ServerResponse) => boolean {
  const serve = sirv(folder, {
    gzip: true,
    etag: false,
    immutable: true,
    maxAge: 365 * 24 * 3600,
    setHeaders: (reply) => {
      for (const [name, value] of Object.entries(ALWAYS)) reply.setHeader(name, value);
    },
  });
  return (request, reply) => {
    const { url = '' } = request;
    if (!url.startsWith(`${ADDRESS}/`)) return false;
    request.url = url.slice(ADDRESS.length);
    serve(request, reply, () => {
      reply.writeHead(404).end();
    });
    return true;
  };
}
