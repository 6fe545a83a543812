'use client';

import { useCallback, useSyncExternalStore } from 'react';

/** What is typed somewhere and not recorded yet; it outlives the screen that it was typed on. */
export interface Typed {
  readonly value: unknown;
  /** As `12.84 V at C3`; empty: nothing that would be missed. */
  readonly words: string;
}

let typed: ReadonlyMap<string, Typed> = new Map();
const listeners = new Set<() => void>();

function change(next: ReadonlyMap<string, Typed>): void {
  typed = next;
  for (const listener of listeners) listener();
}

function subscribe(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

const NOTHING: ReadonlyMap<string, Typed> = new Map();

/** All that is typed and not recorded. */
export const useAllTyped = (): ReadonlyMap<string, Typed> =>
  useSyncExternalStore(
    subscribe,
    () => typed,
    () => NOTHING,
  );

/** Whether anything is typed that would be missed. */
export const isAnythingTyped = (): boolean => [...typed.values()].some(({ words }) => words !== '');

/** Puts something under a key, as if it had just been typed there; null: nothing is. */
export function putTyped(key: string, what: Typed | null): void {
  const others = new Map([...typed].filter(([other]) => other !== key));
  change(what === null ? others : others.set(key, what));
}

/**
 * Like a state, but for what a person types: it is kept under its key while other things are
 * looked at, and is there again when they come back. `nothing` is when nothing is typed.
 */
export function useTyped<T>(
  key: string,
  nothing: T,
  words: (value: T) => string,
): readonly [T, (next: T) => void] {
  const value = useSyncExternalStore(
    subscribe,
    () => (typed.get(key)?.value as T | undefined) ?? nothing,
    () => nothing,
  );
  const set = useCallback(
    (next: T) => putTyped(key, next === nothing ? null : { value: next, words: words(next) }),
    [key, nothing, words],
  );
  return [value, set];
}

// ---- fields ----

/** Fields that were typed into, with what stood in them before. */
const touched = new Map<Element, string>();

type Field = HTMLInputElement | HTMLTextAreaElement;
const isField = (at: EventTarget | null): at is Field =>
  at instanceof HTMLTextAreaElement ||
  (at instanceof HTMLInputElement && /^(text|number|search|tel|email|url|date)?$/.test(at.type));

/** What is kept as it is typed, or is only searched with, is no loss: `data-kept` around it. */
const isKept = (field: Field) => field.closest('[data-kept]') !== null || field.type === 'search';

/** Notes what stands in a field before anybody types into it. */
export function noteField(at: EventTarget | null): void {
  if (isField(at) && !isKept(at) && !touched.has(at)) touched.set(at, at.value);
}

/** Notes what stood in the fields of a page that somebody may have typed into before it was alive. */
export function noteFieldsOf(page: ParentNode): void {
  for (const field of page.querySelectorAll('input, textarea')) {
    if (isField(field) && !isKept(field)) touched.set(field, field.defaultValue);
  }
}

/** What was typed was sent: nothing of it can be lost any more. */
export function typedWasSent(): void {
  touched.clear();
}

/** What stands in fields, was typed and was not sent: in words, with the field's name. */
export function typedIntoFields(): string[] {
  return [...touched].flatMap(([field, before]) => {
    if (!isField(field) || !field.isConnected) {
      touched.delete(field);
      return [];
    }
    const { value } = field;
    if (value === before || value.trim() === '') return [];
    const label = field.getAttribute('aria-label') ?? field.labels?.[0]?.textContent?.trim();
    return [`“${value}”${label ? ` (${label})` : ''}`];
  });
}
