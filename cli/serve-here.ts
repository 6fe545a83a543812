import { createServer, type IncomingMessage, type ServerResponse } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { damageIn, dataFile, openStore, StoreProblem, type Db } from '../store/open';
import { lockOrSay } from '../store/lock';
import { ADDRESS_HEADER } from '../features/server/headers';
import type { Credentials } from './lan/authority';

/** What the pages and routes hold for the whole process; their bundles are others than this one. */
interface Held {
  velvetEmberDb?: Db;
  velvetEmberStreams?: Set<() => void>;
  velvetEmberBench?: { flush: () => void };
}
const held = globalThis as typeof globalThis & Held;

/** So long a reply that was begun may take when the server is told to stop. */
const GRACE_MS = 2000;
/** A connection is kept so long while nothing is asked. */
const KEPT_ALIVE_MS = 75_000;
const MAX_ADDRESS = 4000;

/** What is wrong with a request before anybody looks at what it asks for; null: nothing. */
export function malformed({
  rawHeaders,
  url = '',
}: Pick<IncomingMessage, 'rawHeaders' | 'url'>): string | null {
  const hosts = rawHeaders.filter((_, i) => i % 2 === 0 && rawHeaders[i]!.toLowerCase() === 'host');
  if (hosts.length !== 1) return 'A request names its host once.';
  const host = rawHeaders[rawHeaders.findIndex((name) => name.toLowerCase() === 'host') + 1]!;
  if (host.trim() === '') return 'A request names its host.';
  if (url.length > MAX_ADDRESS) return 'The address is too long.';
  try {
    decodeURIComponent(url);
  } catch {
    return 'The address is not one: a % stands before two digits that mean a letter.';
  }
  return null;
}

function refuse(reply: ServerResponse, reason: string): void {
  reply.writeHead(400, { 'content-type': 'application/json', connection: 'close' });
  reply.end(JSON.stringify({ reason }));
}

/** How a server is reached. */
export interface Front {
  /** The address that it listens on. */
  readonly host: string;
  readonly port: number;
  /** Asked at the start and once a day; null: it speaks in the clear. */
  readonly credentials: (() => Promise<Credentials>) | null;
  /** Another server stands before it and says where requests come from. */
  readonly isBehindProxy: boolean;
}

const RENEWED_MS = 24 * 3_600_000;

/** Where a request comes from; told to the pages in a header that nobody else can set. */
function addressOf({ headers, socket }: IncomingMessage, { isBehindProxy }: Front): string {
  const told = [headers['x-forwarded-for'] ?? []].flat().join(',').split(',').at(-1)?.trim();
  return (isBehindProxy && told) || (socket.remoteAddress ?? 'unknown');
}

/** Serves a data folder from this process. */
export async function serveHere(
  folder: string,
  front: Front,
  lock = lockOrSay(folder),
): Promise<{ stop: () => Promise<void> }> {
  const { host, port } = front;
  try {
    // Opened here first, so that a file that is not ours, or damaged, is told about in plain words.
    const file = dataFile(folder);
    const db = openStore(file);
    const damage = damageIn(db);
    db.close();
    if (damage) {
      throw new StoreProblem(
        `The data file ${file} is damaged (${damage}). Nothing was changed. Put a backup in its place: ./ember restore FILE`,
      );
    }
    for (const kind of ['uncaughtException', 'unhandledRejection'] as const) {
      process.on(kind, (error) => console.error(error));
    }
    const { default: next } = await import('next');
    const app = next({ dev: false, hostname: host, port });
    await app.prepare();
    const answer = app.getRequestHandler();
    const serve = (request: IncomingMessage, reply: ServerResponse) => {
      const wrong = malformed(request);
      request.headers[ADDRESS_HEADER] = addressOf(request, front);
      if (wrong) refuse(reply, wrong);
      else void answer(request, reply);
    };
    const own = await front.credentials?.();
    const secure = own && createSecureServer({ key: own.key, cert: own.certificate }, serve);
    const server = secure ?? createServer(serve);
    const renewing = setInterval(() => {
      front
        .credentials?.()
        .then((now) => secure?.setSecureContext({ key: now.key, cert: now.certificate }))
        .catch((error: unknown) => console.error('the certificate could not be renewed', error));
    }, RENEWED_MS);
    renewing.unref();
    // Who types a reading a while after the last one does not meet a line that is just being closed.
    server.keepAliveTimeout = KEPT_ALIVE_MS;
    await new Promise<void>((done, failed) => {
      server.once('error', failed);
      server.listen(port, host, done);
    });
    return {
      stop: async () => {
        clearInterval(renewing);
        const closed = new Promise((done) => server.close(done));
        for (const end of [...(held.velvetEmberStreams ?? [])]) end();
        server.closeIdleConnections();
        const late = setTimeout(() => server.closeAllConnections(), GRACE_MS);
        await closed;
        clearTimeout(late);
        held.velvetEmberBench?.flush();
        held.velvetEmberDb?.close();
        lock.release();
      },
    };
  } catch (error) {
    lock.release();
    throw error;
  }
}
