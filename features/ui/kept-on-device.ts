'use client';

import { useCallback, useSyncExternalStore } from 'react';
import type { z } from 'zod';

/** Of this visit, where the device's storage is forbidden or full. */
const unkept = new Map<string, string>();
const listeners = new Set<() => void>();

const textOf = (key: string): string | null => {
  try {
    return unkept.get(key) ?? window.localStorage.getItem(key);
  } catch {
    // Forbidden: it lasts as long as the page, and the round says that this device keeps nothing.
    return unkept.get(key) ?? null;
  }
};

function keep(key: string, text: string | null): void {
  try {
    if (text === null) window.localStorage.removeItem(key);
    else window.localStorage.setItem(key, text);
    unkept.delete(key);
  } catch {
    if (text === null) unkept.delete(key);
    else unkept.set(key, text);
  }
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

/**
 * Something half done that is kept on this device under `prefix` and a name of its own. Nonsense
 * that is found there counts as `nothing`; what `isNothing` is not kept.
 */
export function keptOnDevice<T>(
  prefix: string,
  schema: z.ZodType<T>,
  nothing: T,
  isNothing: (value: T) => boolean,
) {
  const known = new Map<string, { readonly text: string; readonly value: T }>();

  function read(key: string): T {
    const text = textOf(key);
    if (text === null) return nothing;
    const remembered = known.get(key);
    if (remembered?.text === text) return remembered.value;
    let json: unknown;
    try {
      json = JSON.parse(text);
    } catch {
      json = null;
    }
    const value = schema.safeParse(json).data ?? nothing;
    known.set(key, { text, value });
    return value;
  }

  return function useKept(name: string): [T, (to: T | ((before: T) => T)) => void] {
    const key = prefix + name;
    const value = useSyncExternalStore(
      subscribe,
      () => read(key),
      () => nothing,
    );
    const setValue = useCallback(
      (to: T | ((before: T) => T)) => {
        // Two changes may come between one drawing of the page and the next.
        const next = typeof to === 'function' ? (to as (before: T) => T)(read(key)) : to;
        keep(key, isNothing(next) ? null : JSON.stringify(next));
        for (const listener of listeners) listener();
      },
      [key],
    );
    return [value, setValue];
  };
}
