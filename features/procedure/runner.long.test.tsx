/** @jest-environment jsdom */
import { act, render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { plainContext } from '../../core/context/plain-context';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import { PLAIN_VEHICLE } from '../../core/stay/usual';
import { ProcedureRunner } from './runner';

const car = plainContext('flooded', Date.parse('2027-01-14T09:00:00Z'));
const boxes = () => screen.getAllByRole('checkbox');
const ticked = () => screen.queryAllByRole('checkbox', { checked: true }).length;
let kept: readonly EntryDraft[] | null;
const runner = (context = car, place = 'b1') => (
  <ProcedureRunner
    id="disconnect"
    context={context}
    place={place}
    onDone={async (entries) => {
      kept = entries;
      return true;
    }}
  />
);
beforeEach(() => {
  kept = null;
  localStorage.clear();
});

test('the positive first is refused with the reason, and Space does what comes next', async () => {
  const user = userEvent.setup();
  render(runner());
  const live = screen.getByRole('checkbox', { name: /^Positive clamp off/ });
  await user.click(live);
  expect(screen.getByRole('alert').textContent).toMatch(/^Not yet\. First: /);
  expect(live.getAttribute('aria-checked')).toBe('false');
  act(() => live.blur());
  await user.keyboard(' ');
  expect(boxes()[0]!.getAttribute('aria-checked')).toBe('true');
  expect(screen.queryByRole('alert')).toBeNull();
});

test('with positive earth the negative is the one that waits', async () => {
  const user = userEvent.setup();
  render(runner({ ...car, vehicle: { ...PLAIN_VEHICLE, earth: 'positive' } }));
  await user.click(screen.getByRole('checkbox', { name: /^Negative clamp off/ }));
  expect(screen.getByRole('alert').textContent).toContain('Positive clamp off first');
});

test('a step that is done still shows its caution, and no longer its reason', async () => {
  const user = userEvent.setup();
  render(runner());
  const cautions = screen.getAllByRole('note').map(({ textContent }) => textContent);
  const first = boxes()[0]!.closest('li')!;
  const { length } = first.textContent!;
  for (let left = boxes().length; left > 0; left--) await user.keyboard(' ');
  expect(first.textContent!.length).toBeLessThan(length);
  expect(screen.getAllByRole('note').map(({ textContent }) => textContent)).toEqual(cautions);
});

test('all by keys: Space for each step, Enter at the end; what was done is handed over once', async () => {
  const user = userEvent.setup();
  render(runner());
  for (let left = boxes().length; left > 0; left--) await user.keyboard(' ');
  expect(screen.getByRole('button', { name: 'Disconnect: done' })).toHaveProperty(
    'disabled',
    false,
  );
  await user.keyboard('{Enter}');
  expect(kept!.map(({ kind }) => kind)).toContain('procedure-done');
  // It begins anew the next time.
  expect(ticked()).toBe(0);
});

test('left half done, it is found as it was; another battery’s is untouched', async () => {
  const user = userEvent.setup();
  const { unmount } = render(runner());
  await user.keyboard(' ');
  unmount();
  const again = render(runner());
  expect(ticked()).toBe(1);
  again.unmount();
  render(runner(car, 'b2'));
  expect(ticked()).toBe(0);
});

test('what could not be recorded keeps its ticks', async () => {
  const user = userEvent.setup();
  render(
    <ProcedureRunner
      id="disconnect"
      context={car}
      place="b3"
      onDone={() => Promise.resolve(false)}
    />,
  );
  for (let left = boxes().length; left > 0; left--) await user.keyboard(' ');
  const all = ticked();
  await user.keyboard('{Enter}');
  expect(ticked()).toBe(all);
});

test('where the house measures so, water is in cups', () => {
  const us = { ...car, rules: { ...car.rules, measureUnit: 'us' as const } };
  render(<ProcedureRunner id="clean" context={us} place="us" onDone={() => undefined} />);
  screen.getByRole('combobox', { name: 'Water, cups' });
  screen.getByText(/2\.0 cups of water and 4 teaspoons/);
});

test('a start is judged while its figures are typed, nonsense is not noted, and both go into the logbook', async () => {
  const user = userEvent.setup();
  const entries: EntryDraft[] = [];
  render(
    <ProcedureRunner
      id="crank"
      context={car}
      place="crank"
      onDone={(done) => void entries.push(...done)}
    />,
  );
  await user.click(screen.getByText('Slow'));
  const least = screen.getByLabelText('While it turned, V');
  await user.type(least, '8,x');
  expect(screen.getByText(/“8,x” is no figure in V/)).toBeTruthy();
  await user.clear(least);
  await user.type(least, '8,1');
  expect(screen.getByText(/8\.10 V while it turned/)).toBeTruthy();
  for (const box of boxes()) await user.click(box);
  await user.click(screen.getByRole('button', { name: 'Crank: done' }));
  expect(entries.map(({ kind }) => kind)).toEqual(['cranked', 'procedure-done']);
  expect(entries[0]!.data).toMatchObject({ sound: 'slow', ran: true, leastVolts: 8.1 });
});
