/** @jest-environment jsdom */
import { act, render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Guard } from '../app-shell/guard';
import { Find } from './find';
import { findable } from './findable.fixture';
import '../ui/dialog.fixture';

const pushed: string[] = [];
let mockPath = '/yard';
const mockRouter = {
  push: (href: string) => pushed.push((mockPath = new URL(href).pathname)),
};
jest.mock('next/navigation', () => ({
  useRouter: () => mockRouter,
  usePathname: () => mockPath,
}));

const one = (bay: string, name: string, needs = '') => findable(bay, name, { needs });

const serves = (reply: () => Promise<Partial<Response>>) => {
  globalThis.fetch = reply as unknown as typeof fetch;
};
const field = () => screen.findByRole('combobox');
const found = () => screen.queryAllByRole('option').map((option) => option.textContent);

test('by its key from anywhere: typed, chosen with the arrows, and gone to', async () => {
  serves(() =>
    Promise.resolve({
      ok: true,
      json: () => Promise.resolve([one('C1', 'Calder 1500'), one('C11', 'Osier 42"', 'volts')]),
    }),
  );
  const user = userEvent.setup();
  // The guard takes whoever leaves to the other page, if it may be left.
  const whole = () => (
    <>
      <Guard />
      <Find onHidden={() => undefined} />
    </>
  );
  const { rerender } = render(whole());
  await user.keyboard('/');
  await user.type(await field(), 'c1');
  await waitFor(() => expect(found()).toHaveLength(2));
  expect(found()[1]).toContain('volts');
  await user.keyboard('{ArrowDown}{Enter}');
  await waitFor(() => expect(pushed).toEqual(['/vehicle/C11']));
  // The other page is there.
  rerender(whole());
  expect(screen.queryByRole('combobox')).toBeNull();
});

test('what is not there, and a server that is not, are said', async () => {
  serves(() => Promise.resolve({ ok: true, json: () => Promise.resolve([one('C1', 'Calder')]) }));
  const user = userEvent.setup();
  render(<Find onHidden={() => undefined} />);
  await user.click(screen.getByRole('button', { name: 'Find' }));
  await user.type(await field(), 'brackwater');
  expect(await screen.findByText('Nothing here is called that.')).not.toBeNull();
  await user.keyboard('{Escape}');
  serves(() => Promise.reject(new TypeError('no network')));
  const dialog = document.querySelector('dialog')!;
  act(() => dialog.close());
  await user.click(screen.getByRole('button', { name: 'Find' }));
  expect((await screen.findByRole('alert')).textContent).toBe('The server cannot be reached.');
});
