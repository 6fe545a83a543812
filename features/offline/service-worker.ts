/// <reference lib="webworker" />
import {
  NetworkFirst,
  NetworkOnly,
  Serwist,
  type PrecacheEntry,
  type SerwistPlugin,
} from 'serwist';
import { DATA, PAGES, isData, isKeptPage, type Wanted } from './kept';

declare const self: ServiceWorkerGlobalScope & {
  /** Put before this script by the server: all parts of the program, as they were built. */
  readonly EMBER_PARTS: readonly PrecacheEntry[];
};

/** A network that says nothing for so long is none. */
const TIMEOUT_SECONDS = 4;

/** What is not the page itself is not kept: a way to sign in, a fault, another page. */
async function toKeep(request: Request, response: Response): Promise<Response | null> {
  if (response.type === 'opaqueredirect' || response.redirected) {
    // Whoever is sent elsewhere is not in any more: what is shown of the site goes.
    if (isKeptPage(new URL(request.url).pathname)) await forget();
    return null;
  }
  return response.status === 200 ? response : null;
}
const onlyItself: SerwistPlugin = {
  cacheWillUpdate: ({ request, response }) => toKeep(request, response),
};

/** A page is the same page whatever stands behind it. */
const byPath: SerwistPlugin = {
  cacheKeyWillBeUsed: async ({ request }) => {
    const { origin, pathname } = new URL(request.url);
    return origin + pathname;
  },
};

const NOT_HERE = `<!doctype html><html lang="en"><meta charset="utf-8">
<meta name="viewport" content="width=device-width"><title>No network</title>
<h1>No network here</h1>
<p>This page was not opened on this device today. What waits to be sent is kept.</p>
<p><a href="/round">Round</a> · <a href="/yard">Yard</a></p>`;

const noNetwork: SerwistPlugin = {
  handlerDidError: async () =>
    new Response(NOT_HERE, {
      status: 503,
      headers: { 'content-type': 'text/html; charset=utf-8' },
    }),
};

const pages = new NetworkFirst({
  cacheName: PAGES,
  networkTimeoutSeconds: TIMEOUT_SECONDS,
  plugins: [onlyItself, byPath, noNetwork],
});
const data = new NetworkFirst({
  cacheName: DATA,
  networkTimeoutSeconds: TIMEOUT_SECONDS,
  plugins: [onlyItself],
});

const network = new NetworkOnly({ networkTimeoutSeconds: TIMEOUT_SECONDS });
const AGAIN_MS = 3000;

/** Whether a request is for the very page that asks: then it has that already. */
async function isOf(clientId: string, request: Request): Promise<boolean> {
  const client = await self.clients.get(clientId);
  return client !== undefined && new URL(client.url).pathname === new URL(request.url).pathname;
}

const serwist = new Serwist({
  precacheEntries: [...self.EMBER_PARTS],
  precacheOptions: { cleanupOutdatedCaches: true },
  skipWaiting: true,
  clientsClaim: true,
  disableDevLogs: true,
  runtimeCaching: [
    {
      matcher: ({ request, sameOrigin, url }) =>
        sameOrigin && request.mode === 'navigate' && isKeptPage(url.pathname),
      handler: pages,
    },
    {
      matcher: ({ sameOrigin, url }) => sameOrigin && isData(url.pathname),
      handler: data,
    },
    // Pieces of pages depend on what is open already: without network the whole page is taken instead.
    // A page that is fetched anew stays as it is meanwhile, with what is half typed on it.
    {
      matcher: ({ request, sameOrigin }) => sameOrigin && request.headers.has('rsc'),
      handler: async ({ request, event }) => {
        const { clientId } = event as FetchEvent;
        for (;;) {
          try {
            return await network.handle({ request: request.clone(), event });
          } catch (error) {
            if (!(await isOf(clientId, request))) throw error;
            await new Promise((later) => setTimeout(later, AGAIN_MS));
          }
        }
      },
    },
  ],
});
serwist.addEventListeners();

async function forget(): Promise<void> {
  await Promise.all([caches.delete(PAGES), caches.delete(DATA)]);
}

/** What was fetched so lately need not be again. */
const LATELY_MS = 30 * 60_000;

/** Pages are fetched one after the other, whoever asks. */
let fetching: Promise<void> = Promise.resolve();

/** Fetches pages before they are opened, and keeps them. */
async function fetchPages(paths: readonly string[], anew: boolean): Promise<void> {
  for (const path of paths) {
    const cache = await caches.open(PAGES);
    const had = await cache.match(self.location.origin + path);
    const age = Date.now() - Date.parse(had?.headers.get('date') ?? '');
    if (!anew && age < LATELY_MS) continue;
    const request = new Request(path, { headers: { accept: 'text/html' }, redirect: 'manual' });
    const response = await fetch(request).catch(() => null);
    // Without network it is no use to go on.
    if (!response) return;
    const kept = await toKeep(request, response);
    if (kept) await cache.put(self.location.origin + path, kept);
    else return;
  }
}

self.addEventListener('message', (event) => {
  const wanted = event.data as Wanted;
  if (wanted.do === 'fetch') {
    fetching = fetching.then(() => fetchPages(wanted.pages, wanted.anew === true));
    event.waitUntil(fetching);
  }
  if (wanted.do === 'forget') event.waitUntil(forget());
});

// Pages that an earlier version of the program made go with its parts.
self.addEventListener('activate', (event) => event.waitUntil(forget()));
