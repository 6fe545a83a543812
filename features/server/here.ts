import { AsyncLocalStorage } from 'node:async_hooks';
import { env } from '../../env';

/** One of the sites that this process serves: its data folder, and what the process holds for it. */
export interface Served {
  readonly folder: string;
  /** Names it among the sites of an installation; empty: the first of them. */
  readonly mark: string;
  /** It answers on a port of its own: to a browser another site, with pages and cookies of its own. */
  readonly port: number;
  /** Where phones and printed codes find it; null: where a page was asked for. */
  readonly publicUrl: string | null;
  readonly held: Map<string, unknown>;
}

interface Installation {
  readonly within: AsyncLocalStorage<Served>;
  readonly sites: Served[];
  /** What each site begins with, once the pages are there. */
  begin: (() => void) | null;
  /** Opens one more site; null: this process serves what it was started with. */
  add: ((name: string, first: (site: Served) => void) => Promise<Served>) | null;
  /** Starts the demo beside the sites, or tells the port on which it runs; null: not from this process. */
  demo: (() => Promise<number>) | null;
  /** Where no request says which site it is for: a test, a thread of one site. */
  alone: Served | null;
}

// Pages, routes and the server around them are bundles of their own: they share globalThis.
const shared = globalThis as typeof globalThis & { velvetEmber?: Installation };

/** What this process serves. */
export const installation = (): Installation =>
  (shared.velvetEmber ??= {
    within: new AsyncLocalStorage(),
    sites: [],
    begin: null,
    add: null,
    demo: null,
    alone: null,
  });

/** A site with nothing held for it yet. */
export const served = (site: Omit<Served, 'held'>): Served => ({ ...site, held: new Map() });

/** The site that is asked. */
export function here(): Served {
  const all = installation();
  const asked = all.within.getStore() ?? all.sites[0];
  if (asked) return asked;
  const folder = env('EMBER_DATA');
  if (all.alone?.folder !== folder)
    all.alone = served({ folder, mark: '', port: 0, publicUrl: env('EMBER_PUBLIC_URL') ?? null });
  return all.alone;
}

/** What the process holds for the site that is asked; made where it holds none yet. */
export function held<T>(what: string, make: () => T): T {
  const site = here();
  if (!site.held.has(what)) site.held.set(what, make());
  return site.held.get(what) as T;
}

/** What is done for each site before anybody asks it, for those that come later too. */
export function beginWith(begin: () => void): void {
  const all = installation();
  all.begin = begin;
  for (const site of all.sites) all.within.run(site, begin);
}

/** Serves one more site from now on. */
export function addServed(site: Served): void {
  const all = installation();
  all.sites.push(site);
  if (all.begin) all.within.run(site, all.begin);
}
