import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { createServer as createSecureServer, type Server as SecureServer } from 'node:https';
import { damageIn, dataFile, openStore, StoreProblem, type Db } from '../store/open';
import { lockOrSay, type FolderLock } from '../store/lock';
import { addMoreSite, folderOf, markFor, readMoreSites, type MoreSite } from '../store/more-sites';
import { ADDRESS_HEADER } from '../features/server/headers';
import { addServed, installation, served, type Served } from '../features/server/here';
import { endOfWriting } from '../features/server/writing-aside';
import { askedFor, speaking } from '../features/words/languages';
import type { Credentials } from './lan/authority';
import { partServer } from './parts';
import { freePort } from './ports';

/** Replies that have no end of their own, of all sites; the bundles of the pages are others than this one. */
const held = globalThis as typeof globalThis & { velvetEmberStreams?: Set<() => void> };

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

/** Whether it comes from this machine itself. */
const isFromHere = ({ socket }: IncomingMessage) =>
  /^(::1|(::ffff:)?127\..+)$/.test(socket.remoteAddress ?? '');

/** Ends in plain words where a data file is not ours, or damaged, before anybody is let at it. */
function requireSound(folder: string): void {
  const file = dataFile(folder);
  const db = openStore(file);
  const damage = damageIn(db);
  db.close();
  if (damage) {
    throw new StoreProblem(
      `The data file ${file} is damaged (${damage}). Nothing was changed. Put a backup in its place: ./ember restore FILE --data ${folder}`,
    );
  }
}

/** What asks nothing to be written; and what leaves the list that is being written. */
const onlyLooks = ({ method, url = '' }: IncomingMessage) =>
  method === 'GET' || method === 'HEAD' || url.startsWith('/api/bring/');

/** Answers for one site, on its port. */
class Listener {
  private readonly server: Server;
  private secure: SecureServer | null = null;

  constructor(
    readonly site: Served,
    private readonly lock: FolderLock,
    private readonly front: Front,
    servePart: ReturnType<typeof partServer>,
    answer: (request: IncomingMessage, reply: ServerResponse) => Promise<void>,
    own: Credentials | null,
  ) {
    const serve = (request: IncomingMessage, reply: ServerResponse) => {
      const wrong = malformed(request);
      request.headers[ADDRESS_HEADER] = addressOf(request, front);
      if (wrong) refuse(reply, wrong);
      else if (!servePart(request, reply)) {
        const { cookie, 'accept-language': accepted } = request.headers;
        // The machine's own browser is nearer than the packing of a page would take.
        if (isFromHere(request) && !front.isBehindProxy) delete request.headers['accept-encoding'];
        const act = () =>
          void installation().within.run(site, () =>
            speaking(askedFor(cookie, accepted), () => answer(request, reply)),
          );
        const writing = onlyLooks(request) ? null : endOfWriting(site);
        if (writing) void writing.then(act);
        else act();
      }
    };
    if (own) this.secure = createSecureServer({ key: own.key, cert: own.certificate }, serve);
    this.server = this.secure ?? createServer(serve);
    // Who types a reading a while after the last one does not meet a line that is just being closed.
    this.server.keepAliveTimeout = KEPT_ALIVE_MS;
  }

  listen(): Promise<void> {
    return new Promise((done, failed) => {
      this.server.once('error', failed);
      this.server.listen(this.site.port, this.front.host, done);
    });
  }

  renew({ key, certificate }: Credentials): void {
    this.secure?.setSecureContext({ key, cert: certificate });
  }

  /** Lets go of the data: nobody listens, or will. */
  release(): void {
    const { held: kept } = this.site;
    (kept.get('bench') as { flush: () => void } | undefined)?.flush();
    (kept.get('db') as Db | undefined)?.close();
    this.lock.release();
  }

  async stop(): Promise<void> {
    const closed = new Promise((done) => this.server.close(done));
    this.server.closeIdleConnections();
    const late = setTimeout(() => this.server.closeAllConnections(), GRACE_MS);
    await closed;
    clearTimeout(late);
    this.release();
  }
}

/** What one process serves: a data folder, and the sites beside it. */
export interface ServedHere {
  /** Data folders of all sites. */
  readonly folders: () => readonly string[];
  readonly stop: () => Promise<void>;
}

/** Serves a data folder from this process, and the further sites that lie in it. */
export async function serveHere(
  folder: string,
  front: Front,
  publicUrl: string | null,
  lock = lockOrSay(folder),
): Promise<ServedHere> {
  const { host, port } = front;
  const listeners: Listener[] = [];
  try {
    requireSound(folder);
    for (const kind of ['uncaughtException', 'unhandledRejection'] as const) {
      process.on(kind, (error) => console.error(error));
    }
    const own = (await front.credentials?.()) ?? null;
    const { default: next } = await import('next');
    const app = next({ dev: false, hostname: host, port });
    const first = served({ folder, mark: '', port, publicUrl });
    addServed(first);
    await app.prepare();
    const answer = app.getRequestHandler();
    const servePart = partServer();
    const open = async (site: Served, itsLock: FolderLock) => {
      const listener = new Listener(site, itsLock, front, servePart, answer, own);
      await listener.listen();
      listeners.push(listener);
    };
    await open(first, lock);
    const openMore = async (more: MoreSite): Promise<Served> => {
      const itsFolder = folderOf(folder, more);
      const url = publicUrl === null ? null : onPort(publicUrl, more.port);
      const itsLock = lockOrSay(itsFolder);
      try {
        requireSound(itsFolder);
        const site = served({ ...more, folder: itsFolder, publicUrl: url });
        await open(site, itsLock);
        addServed(site);
        return site;
      } catch (error) {
        itsLock.release();
        throw error;
      }
    };
    const more = readMoreSites(folder);
    for (const one of more) {
      // One that cannot be served keeps nobody from the others.
      if (front.isBehindProxy) console.error(`${one.mark}: ${BEHIND_PROXY}`);
      else
        await openMore(one).catch((error: Error) =>
          console.error(`The site ${one.mark} is not served: ${error.message}`),
        );
    }
    if (!front.isBehindProxy) {
      installation().add = async (name, begin) => {
        const known = readMoreSites(folder);
        const one = {
          mark: markFor(
            name,
            known.map(({ mark }) => mark),
          ),
          port: await freePort(Math.max(port, ...known.map((site) => site.port)) + 1, host),
        };
        const site = await openMore(one);
        installation().within.run(site, () => begin(site));
        addMoreSite(folder, one);
        return site;
      };
    }
    const renewing = setInterval(() => {
      front
        .credentials?.()
        .then((now) => listeners.forEach((one) => one.renew(now)))
        .catch((error: unknown) => console.error('the certificate could not be renewed', error));
    }, RENEWED_MS);
    renewing.unref();
    return {
      folders: () => listeners.map(({ site }) => site.folder),
      stop: async () => {
        clearInterval(renewing);
        for (const end of [...(held.velvetEmberStreams ?? [])]) end();
        await Promise.all(listeners.map((one) => one.stop()));
      },
    };
  } catch (error) {
    for (const one of listeners) one.release();
    if (listeners.length === 0) lock.release();
    throw error;
  }
}

const BEHIND_PROXY =
  'behind a proxy each site has a server of its own, with --data and --port, and a name in the proxy.';

/** The same address on another port. */
function onPort(url: string, port: number): string {
  const other = new URL(url);
  other.port = String(port);
  return other.origin;
}
