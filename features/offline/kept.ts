/** Where pages and data lie on a device. */
export const PAGES = 'velvet-pages';
export const DATA = 'velvet-data';

/** What a page asks of the service worker. */
export type Wanted =
  /** `anew`: also what was fetched lately. */
  | { readonly do: 'fetch'; readonly pages: readonly string[]; readonly anew?: boolean }
  | { readonly do: 'forget' };

/** Pages that are of use without network. */
const KEPT_PAGE =
  /^\/(round|yard|bench|charge|season|hand-back|lay-up|vehicle\/[^/]+|hand-back\/[^/]+)?$/;

/** Opened once a day, so that they are there where there is no network. */
export const FETCHED_PAGES = ['/round', '/yard', '/hand-back', '/bench', '/charge'] as const;

export const isKeptPage = (path: string): boolean => KEPT_PAGE.test(path);

/** Data that those pages fetch by themselves. */
export const isData = (path: string): boolean =>
  /^\/api\/(find|yard|yard\/series|photos\/[^/]+|words\/[^/]+)$/.test(path);
