import type { Served } from '../server/here';

/** The session's token, and the key of the paired browser. */
export const SESSION_COOKIE = '__Host-ember-session';
export const PAIRED_COOKIE = '__Host-ember-paired';
export type OwnCookie = typeof SESSION_COOKIE | typeof PAIRED_COOKIE;

/** A cookie’s name at a site: to a browser all ports of a machine are one for cookies. */
export const atSite = (name: OwnCookie, { mark }: Pick<Served, 'mark'>): string =>
  mark === '' ? name : `${name}-${mark}`;
