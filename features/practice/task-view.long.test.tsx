/** @jest-environment jsdom */
import { act, render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { TaskView } from './task-view';

const replace = jest.fn();
jest.mock('next/navigation', () => ({ useRouter: () => ({ replace }) }));
jest.mock('next/link', () => ({
  __esModule: true,
  default: ({ children, href }: { children: React.ReactNode; href: string }) => (
    <a href={href}>{children}</a>
  ),
}));
const sent: string[] = [];
beforeEach(() => {
  window.localStorage.clear();
  sent.length = 0;
  replace.mockClear();
  window.fetch = jest.fn((address: string) => {
    sent.push(String(address));
    return Promise.resolve({
      ok: true,
      status: 200,
      headers: new Headers({ 'content-type': 'application/json' }),
      json: () => Promise.resolve({ kept: true }),
      text: () => Promise.resolve('{"kept":true}'),
    } as Response);
  }) as unknown as typeof fetch;
});

const press = (name: RegExp) => userEvent.click(screen.getByRole('button', { name }));
const log = () =>
  within(screen.getByRole('log'))
    .queryAllByRole('listitem')
    .map((one) => one.textContent);

test('what is done happens, a wrong thing too, and at the end its caution is named', async () => {
  render(<TaskView id="hook-up" seed={4} keepsSheet={false} />);
  expect(screen.getByRole('heading', { level: 1 }).textContent).toBe('Hook up, in order');
  await press(/^Positive clamp to the positive post$/);
  expect(log()[0]).toMatch(/spark|clamp/);
  await press(/Mains plug in/);
  await press(/Done: what was so/);
  const outcome = screen.getByRole('status', { name: 'What was so' });
  expect(within(outcome).getByRole('heading').textContent).toBe('Not like this');
  expect(outcome.textContent).toMatch(/charger is unplugged/i);
  // It is over: nothing more is offered.
  expect(screen.queryByRole('button', { name: /Mains plug in/ })).toBeNull();
  // Nobody asked for a sheet.
  expect(sent).toEqual([]);
});

test('it is not ended before all is said, and then by Enter; a sheet is written where one is kept', async () => {
  render(<TaskView id="read" seed={7} keepsSheet />);
  const done = () => screen.getByRole('button', { name: /Done: what was so/ });
  expect(done()).toHaveProperty('disabled', true);
  await userEvent.click(screen.getByRole('radio', { name: 'about half' }));
  expect(done()).toHaveProperty('disabled', true);
  await userEvent.click(screen.getByRole('radio', { name: 'a charge within days' }));
  expect(done()).toHaveProperty('disabled', false);
  await act(async () => (document.activeElement as HTMLElement).blur());
  await userEvent.keyboard('{Enter}');
  expect(await screen.findByText('Written on your sheet.')).not.toBeNull();
  expect(sent).toEqual(['/api/practised']);
  expect(screen.getAllByText('about half').length).toBeGreaterThan(0);
});

test('taken up again it is where it was; another seed of the address begins anew', async () => {
  const { unmount } = render(<TaskView id="frost" seed={9} keepsSheet={false} />);
  await userEvent.click(screen.getAllByRole('button', { name: /Look at its case/ })[0]!);
  const before = log();
  expect(before).toHaveLength(1);
  unmount();
  const again = render(<TaskView id="frost" seed={null} keepsSheet={false} />);
  expect(log()).toEqual(before);
  again.unmount();
  render(<TaskView id="frost" seed={10} keepsSheet={false} />);
  expect(log()).toEqual([]);
});

test('again with another one: by a new seed in the address, where there was one', async () => {
  render(<TaskView id="water" seed={3} keepsSheet={false} />);
  await press(/Done: what was so/);
  await press(/Again, with another one/);
  expect(replace).toHaveBeenCalledWith(expect.stringMatching(/^\/practice\/water\?seed=\d+$/));
  await press(/The same once more/);
  expect(screen.getByRole('button', { name: /Charge it over night/ })).not.toBeNull();
});
