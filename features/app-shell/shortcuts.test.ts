/** @jest-environment jsdom */
import { shortcutFor, type Shortcut, type Table } from './shortcuts';

const pressed: string[] = [];
const shortcut = (name: string, keys: readonly string[], now = true): Shortcut => ({
  keys,
  shown: keys[0]!,
  what: name,
  act: now ? (key) => pressed.push(`${name} ${key}`) : null,
});
const round: Table = {
  title: 'Round',
  layer: 'screen',
  shortcuts: [
    shortcut('digit', ['1', '2']),
    shortcut('record', ['Enter']),
    shortcut('note', ['n']),
    shortcut('undo', ['u']),
    shortcut('stop', ['ArrowDown']),
  ],
};
const ribbon: Table = {
  title: 'Ribbon',
  layer: 'frame',
  shortcuts: [shortcut('today', ['t', 'u'])],
};
const steps = (now: boolean): Table => ({
  title: 'Clean',
  layer: 'steps',
  shortcuts: [shortcut('done', ['Enter'], now)],
});

/** Presses a key where the focus is on such an element; what was done, in words. */
function press(
  key: string,
  {
    at = 'body',
    tables = [ribbon, round],
    dialog = false,
    ...rest
  }: { at?: string; tables?: Table[]; dialog?: boolean } & KeyboardEventInit = {},
): string | null {
  document.body.innerHTML =
    '<button id="skip">Skip</button><a id="link" href="/yard">Yard</a><input id="field">' +
    '<div role="combobox" id="menu"></div><div data-keypad><button id="five">5</button></div>';
  const target = at === 'body' ? document.body : document.getElementById(at)!;
  let act: (() => void) | null = null;
  target.addEventListener(
    'keydown',
    (event) => {
      act = shortcutFor(tables, event, dialog);
    },
    { once: true },
  );
  target.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, ...rest }));
  if (act === null) return null;
  (act as () => void)();
  return pressed.at(-1)!;
}

test('letters count in either case, and a key says which it was', () => {
  expect(press('n')).toBe('note n');
  expect(press('N')).toBe('note N');
  expect(press('2')).toBe('digit 2');
  expect(press('q')).toBeNull();
});

test('what is in front is asked first, and where it has nothing to do, the next', () => {
  expect(press('u')).toBe('undo u');
  expect(press('Enter', { tables: [ribbon, round, steps(true)] })).toBe('done Enter');
  expect(press('Enter', { tables: [ribbon, round, steps(false)] })).toBe('record Enter');
});

test('in a field or a menu keys are what is typed', () => {
  for (const at of ['field', 'menu']) {
    for (const key of ['n', '1', 'Enter', 'ArrowDown']) expect(press(key, { at })).toBeNull();
  }
  expect(press('n', { ctrlKey: true })).toBeNull();
});

test('on a button or a link Enter presses that; a digit is typed all the same', () => {
  expect(press('Enter', { at: 'skip' })).toBeNull();
  expect(press('Enter', { at: 'link' })).toBeNull();
  expect(press('1', { at: 'skip' })).toBe('digit 1');
  // A thumb on the keypad, and then the key: it records what was typed.
  expect(press('Enter', { at: 'five' })).toBe('record Enter');
});

test('behind an open dialog nothing is done', () => {
  expect(press('n', { dialog: true })).toBeNull();
});

test('a key that is held down walks on, and records once', () => {
  expect(press('ArrowDown', { repeat: true })).toBe('stop ArrowDown');
  expect(press('Enter', { repeat: true })).toBeNull();
  expect(press('1', { repeat: true })).toBeNull();
});
