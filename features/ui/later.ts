'use client';

import { useSyncExternalStore } from 'react';

const AGAIN_MS = 1000;

const fetches: (() => Promise<unknown>)[] = [];
const firsts: (() => Promise<unknown>)[] = [];

/** Fetches what the first press may need. */
export const fetchFirst = (): void => firsts.forEach((fetch) => void fetch());

/** Fetches all that some screen may ask for, so that it is there without a server too. */
export const fetchParts = (): void => fetches.forEach((fetch) => void fetch());

/**
 * Fetches something of the program once, however often it is asked; a server that is away is asked
 * again. `early`: once the page is alive, whether somebody asks for it or not.
 */
export function fetchedOnce<T>(load: () => Promise<T>, early: boolean): () => Promise<T> {
  const again = (): Promise<T> =>
    load().catch(() => new Promise((later) => setTimeout(later, AGAIN_MS)).then(again));
  let fetched: Promise<T> | undefined;
  const fetch = () => (fetched ??= again());
  if (early) fetches.push(fetch);
  return fetch;
}

/** A module that no page opens with. */
export interface Later<M> {
  /** What is there of it; null: it is on its way. */
  readonly useNow: () => M | null;
  /** Does something with it: at once where it is there, else as soon as it is. */
  readonly withIt: (act: (module: M) => void) => void;
}

/** Lets a module come once the page is alive, or as soon as somebody asks for it. */
export function later<M>(load: () => Promise<M>): Later<M> {
  let here: M | null = null;
  const listeners = new Set<() => void>();
  const fetch = fetchedOnce(async () => {
    here = await load();
    listeners.forEach((listener) => listener());
    return here;
  }, true);
  firsts.push(fetch);
  const listen = (listener: () => void) => {
    listeners.add(listener);
    return () => listeners.delete(listener);
  };
  return {
    useNow: () =>
      useSyncExternalStore(
        listen,
        () => here,
        () => null,
      ),
    withIt: (act) => {
      if (here) act(here);
      else void fetch().then(act);
    },
  };
}
