import { readFileSync } from 'node:fs';

/** Colours of one theme, by name, as `#rrggbb`. */
function coloursOf(theme: 'day' | 'lamp', yard: 'real' | 'practice'): ReadonlyMap<string, string> {
  const all = readFileSync('features/theme/tokens.css', 'utf8');
  // Practice has the real yard's colours but for its own.
  const css = yard === 'practice' ? all : all.replace(/\[data-practice\] \{[^}]*\}/, '');
  const colours = new Map<string, string>();
  for (const [, name, value] of css.matchAll(/--([\w-]+):\s*([^;]+);/g)) {
    const pair = /^light-dark\((#\w{6}), (#\w{6})\)$/.exec(value!);
    const plain = /^#\w{6}$/.exec(value!);
    if (pair) colours.set(name!, pair[theme === 'day' ? 1 : 2]!);
    else if (plain) colours.set(name!, plain[0]);
  }
  return colours;
}

/** Relative luminance: WCAG 2.2, "relative luminance". */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const share = parseInt(hex.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  });
  return 0.2126 * r! + 0.7152 * g! + 0.0722 * b!;
}

/** Contrast of two colours, 1 to 21: WCAG 2.2, "contrast ratio". */
function contrast(one: string, other: string): number {
  const [dark, light] = [luminance(one), luminance(other)].sort((a, b) => a - b);
  return (light! + 0.05) / (dark! + 0.05);
}

test('the reckoning: black on white is 21 to 1, and grey #767676 on white just enough', () => {
  // WCAG 2.2, understanding success criterion 1.4.3.
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 5);
  expect(contrast('#767676', '#ffffff')).toBeGreaterThan(4.5);
  expect(contrast('#777777', '#ffffff')).toBeLessThan(4.5);
});

// What is written on what; WCAG 2.2, 1.4.3 asks for 4.5 to 1.
const GROUNDS = ['ground', 'surface', 'sunken', 'ember-wash', 'plum-wash'];
const PAIRS = [
  ...['ink', 'quiet', 'plum'].flatMap((text) => GROUNDS.map((on) => [text, on] as const)),
  ...['ground', 'surface', 'sunken', 'ember-wash'].map((on) => ['ember', on] as const),
  ['on-ember', 'ember'] as const,
  ['on-ember', 'ember-hover'] as const,
  ['surface', 'plum'] as const,
  ['rail-ink', 'rail'] as const,
  ['rail-ink', 'rail-raised'] as const,
  ['rail-quiet', 'rail'] as const,
];

describe.each([
  ['day', 'real'],
  ['lamp', 'real'],
  ['day', 'practice'],
  ['lamp', 'practice'],
] as const)('by %s, in the %s yard', (theme, yard) => {
  const colours = coloursOf(theme, yard);
  test.each(yard === 'practice' ? [...PAIRS, ['chalk', 'slate'] as const] : PAIRS)(
    '%s on %s can be read',
    (text, on) => {
      expect(contrast(colours.get(text)!, colours.get(on)!)).toBeGreaterThanOrEqual(4.5);
    },
  );
});
