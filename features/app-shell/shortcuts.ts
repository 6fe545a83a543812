'use client';

import { useEffect, useRef } from 'react';

/** A key, what it is called on the screen, and what it does there. */
export interface Shortcut {
  /** As `KeyboardEvent.key` has it; letters in any case. */
  readonly keys: readonly string[];
  /** As the list of keys shows it: `0–9`. */
  readonly shown: string;
  readonly what: string;
  /** Null: there is nothing to do just now; the key is left to whoever is asked next. */
  readonly act: ((key: string) => void) | null;
}

/** What is in front is asked first: the steps of a procedure, then the screen, then its frame. */
export const LAYERS = ['steps', 'screen', 'frame'] as const;
export type Layer = (typeof LAYERS)[number];

export interface Table {
  readonly title: string;
  readonly layer: Layer;
  readonly shortcuts: readonly Shortcut[];
}

/** Keys that may be held down; any other acts once for each press. */
const HELD = /^(Arrow.*|Backspace)$/;
/** Keys that a button or a link that has the focus takes for itself. */
const PRESSING = /^(Enter| )$/;

/** Whether a key press belongs to a field or menu, and is no shortcut. */
function isTyping(event: KeyboardEvent): boolean {
  if (event.ctrlKey || event.metaKey || event.altKey) return true;
  const at = event.target;
  if (!(at instanceof HTMLElement)) return false;
  return (
    at.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(at.tagName) || at.role === 'combobox'
  );
}

/** Whether a press of Enter or Space is meant for what has the focus. */
function presses(event: KeyboardEvent): boolean {
  const at = event.target;
  return (
    PRESSING.test(event.key) &&
    at instanceof HTMLElement &&
    at.closest('button, a, summary, [role="slider"]') !== null &&
    // A keypad is pressed by thumb and typed on by key in turn.
    at.closest('[data-keypad]') === null
  );
}

/**
 * The shortcut that a key press is meant for; null: it is none of ours. In a field it is what is
 * typed, on a button it presses, and behind an open dialog nothing is done.
 */
export function shortcutFor(
  tables: readonly Table[],
  event: KeyboardEvent,
  dialogOpen: boolean,
): (() => void) | null {
  if (dialogOpen || isTyping(event) || presses(event)) return null;
  if (event.repeat && !HELD.test(event.key)) return null;
  for (const layer of LAYERS) {
    for (const table of tables) {
      if (table.layer !== layer) continue;
      for (const { keys, act } of table.shortcuts) {
        if (act && (keys.includes(event.key) || keys.includes(event.key.toLowerCase()))) {
          return () => act(event.key);
        }
      }
    }
  }
  return null;
}

// ---- the one table of this page ----

let registered: readonly { readonly current: Table }[] = [];

function change(next: typeof registered): void {
  if (registered.length === 0 && next.length > 0) window.addEventListener('keydown', onKey);
  if (next.length === 0) window.removeEventListener('keydown', onKey);
  registered = next;
}

const tablesNow = (): Table[] => registered.map(({ current }) => current);

function onKey(event: KeyboardEvent): void {
  const act = shortcutFor(tablesNow(), event, document.querySelector('dialog[open]') !== null);
  if (!act) return;
  event.preventDefault();
  act();
}

/** Keys of what is on the screen, for as long as it is there. */
export function useShortcuts(title: string, layer: Layer, shortcuts: readonly Shortcut[]): void {
  const table = useRef<Table>({ title, layer, shortcuts });
  useEffect(() => {
    table.current = { title, layer, shortcuts };
  });
  useEffect(() => {
    change([...registered, table]);
    return () => change(registered.filter((one) => one !== table));
  }, []);
}

/** The keys that can be pressed now, what is in front first. */
export const shortcutsNow = (): readonly Table[] =>
  LAYERS.flatMap((layer) =>
    tablesNow().filter((one) => one.layer === layer && one.shortcuts.length > 0),
  );
