/** @jest-environment jsdom */
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { ComponentProps } from 'react';
import type { Drop } from '../../core/fault-isolation/drops';
import { hunt } from '../../core/fault-isolation/hunt';
import { NextPull } from './next-pull';
import { dropOf as drop } from '../../core/fault-isolation/drop.fixture';

const circuit = (fuse: string, feeds: string, main: string | null = null) => ({
  ...{ fuse, feeds, amps: 10, main },
  ...{ kind: 'blade' as const, load: 'other' as const, milliohms: null },
});
const LIST = [
  circuit('M1', 'cabin box'),
  circuit('F1', 'clock', 'M1'),
  circuit('F2', 'radio', 'M1'),
  circuit('F3', 'trailer socket'),
];
const asked = (drops: readonly Drop[]) =>
  hunt({ list: LIST, settledMa: 90, needMa: 10, drops, millivolts: {} });

const marked: string[] = [];
const anew = jest.fn();
const show = (drops: readonly Drop[], more: Partial<ComponentProps<typeof NextPull>> = {}) =>
  render(
    <NextPull
      answer={asked(drops)}
      list={LIST}
      newest={drops.at(-1)}
      awake={false}
      blocked={null}
      out={[]}
      onMark={(what, fuse) => marked.push(`${what} ${fuse}`)}
      {...more}
    />,
  );
const buttons = () => screen.queryAllByRole('button').map(({ textContent }) => textContent);
const heading = () => screen.getByRole('heading').textContent;
beforeEach(() => {
  marked.length = 0;
  anew.mockClear();
});

test('names the next fuse and what it feeds, and marks it when it is out', async () => {
  const next = asked([]).next!;
  show([]);
  expect(heading()).toMatch(new RegExp(`^Pull ${next}, `));
  await userEvent.click(screen.getByRole('button', { name: new RegExp(`^${next} is out`) }));
  expect(marked).toEqual([`pull ${next}`]);
});

test('while it is awake, or the last one is not told yet, nothing is pulled', () => {
  const { rerender } = show([], { awake: true });
  const disabled = () => screen.getByRole('button', { name: /is out/ }).hasAttribute('disabled');
  expect(disabled()).toBe(true);
  expect(screen.getByText(/It is awake: wait/)).not.toBeNull();
  rerender(<div />);
  show([drop('M1', 0, { milliamps: null })]);
  expect(screen.getByRole('status').textContent).toContain('M1 is out: watch the trace');
  expect(disabled()).toBe(true);
});

test('a main fuse that hides the next one goes back first', async () => {
  show([drop('M1', 88)], { blocked: 'M1', out: ['M1'] });
  expect(heading()).toBe('Put M1 back first');
  await userEvent.click(screen.getByRole('button', { name: 'M1 is back in' }));
  expect(marked).toEqual(['put-back M1']);
});

test('one that woke something is put back and pulled once more', () => {
  const { next } = asked([]);
  const woken = drop(next!, -40, { woke: true });
  show([woken], { blocked: next, out: [next!] });
  expect(screen.getByRole('status').textContent).toBe(
    `Pulling ${next} woke something: wait until it has settled.`,
  );
  expect(screen.getByText(/Something woke while it was out/)).not.toBeNull();
});

test('one that is to be pulled once more, and is out since others were pulled, goes back first', () => {
  show([drop('M1', 88), drop('F3', 0)], {
    blocked: 'M1',
    out: ['M1', 'F3'],
    answer: { ...asked([]), next: 'M1' },
  });
  expect(heading()).toBe('Put M1 back first');
  expect(screen.getByText(/out already, and is to be pulled once more/)).not.toBeNull();
  expect(buttons()).toContain('M1 is back in');
});

test('one pulled too soon after another is not waited for: it is put back and pulled once more', () => {
  const { next } = asked([]);
  const early = drop(next!, 0, { milliamps: null, tooSoon: true });
  show([early], { blocked: next, out: [next!] });
  expect(screen.getByRole('status').textContent).toContain('cannot be told');
  expect(screen.getByText(/It was pulled too soon/)).not.toBeNull();
  expect(buttons()).toContain(`${next} is back in`);
});

test('found: by its name, and what is still out must go back', () => {
  show([drop('M1', 88), drop('F2', 80)], { out: ['F2'] });
  expect(heading()).toBe('Found: F2, radio');
  expect(buttons()).toEqual(['F2 back in']);
});

test('behind no fuse: where to look, and before a cable comes off, how to begin anew', async () => {
  const nothing = [drop('M1', 0), drop('F3', 0)];
  const { unmount } = show(nothing, { onAnew: anew, out: ['F3'] });
  expect(heading()).toBe('Behind no fuse');
  expect(screen.getAllByRole('listitem').length).toBeGreaterThan(2);
  expect(screen.getByText(/pull them once more before you take a cable off/)).not.toBeNull();
  // Not with a fuse out.
  expect(buttons()).toEqual(['F3 back in']);
  unmount();
  show(nothing, { onAnew: anew });
  await userEvent.click(screen.getByRole('button', { name: 'Begin the hunt anew' }));
  expect(anew).toHaveBeenCalledTimes(1);
});

test('what contradicts itself is said, with what to do', () => {
  show([drop('F1', 80), drop('F2', 80)], { onAnew: anew });
  expect(screen.getByText(/does not fit the others/).textContent).toContain('begin anew');
  expect(buttons()).toContain('Begin the hunt anew');
});

test('by hand there is nothing to mark: what fell is typed', () => {
  show([], { onMark: null, children: <input aria-label="With it out, mA" /> });
  expect(screen.getByLabelText('With it out, mA')).not.toBeNull();
  expect(buttons()).toEqual([]);
});

test('what fell with something else is told, and is to come out once more', () => {
  const next = asked([]).next!;
  show([drop(next, 260)], { blocked: next, out: [next] });
  expect(screen.getByRole('status').textContent).toMatch(/less, more than flows at rest in all/);
  expect(heading()).toBe(`Put ${next} back first`);
  expect(screen.getByText(/^Something fell asleep just when it came out/)).not.toBeNull();
  expect(buttons()).toContain(`${next} is back in`);
});
