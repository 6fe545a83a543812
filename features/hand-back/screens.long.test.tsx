/** @jest-environment jsdom */
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { NewEntry } from '../../core/logbook/entry';
import { DayProvider } from '../app-shell/day';
import { demoSite, site } from '../server/demo-server.fixture';
import { vehicleData } from '../vehicle/load';
import { HandBack } from './hand-back';
import { handBackData } from './load';
import { WalkBack } from './walk-back';

const pushed: string[] = [];
const mockRouter = {
  push: (to: string) => void pushed.push(to),
  replace: () => undefined,
  refresh: () => undefined,
};
jest.mock('next/navigation', () => ({
  useRouter: () => mockRouter,
  usePathname: () => '/hand-back',
  useSearchParams: () => new URLSearchParams(),
}));

demoSite();

let posted: NewEntry[] = [];
let refusal: string | null = null;
beforeEach(() => {
  posted = [];
  refusal = null;
  window.localStorage.clear();
  globalThis.fetch = ((_: string, init?: RequestInit) => {
    if (refusal !== null) {
      return Promise.resolve({
        ...{ ok: false, status: 409, headers: new Headers() },
        json: () => Promise.resolve({ reason: refusal }),
      });
    }
    const body = init?.body ? (JSON.parse(init.body as string) as NewEntry | NewEntry[]) : [];
    const entries = Array.isArray(body) ? body : [body];
    posted.push(...entries);
    const reply = Array.isArray(body)
      ? { recorded: entries.length }
      : { id: body.id, seq: 1, outcome: 'recorded' };
    return Promise.resolve({
      ...{ ok: true, status: 200, headers: new Headers() },
      json: () => Promise.resolve(reply),
    });
  }) as unknown as typeof fetch;
});

function open(what: React.ReactNode) {
  const { today } = site();
  const user = userEvent.setup();
  render(
    <DayProvider today={today} from={today - 80} to={today + 90} chosen={today}>
      {what}
    </DayProvider>,
  );
  return user;
}
const textOf = (part: HTMLElement) => part.closest('li')!.textContent;
const idIn = (mark: string) => site().stays.find(({ bay }) => bay.mark === mark)!.vehicle.id;
const walk = (mark: string) => open(<WalkBack data={vehicleData(site(), idIn(mark))!} />);

describe('who comes', () => {
  it('stands by week, each with whether it is ready; those without a day say whether they start', () => {
    open(<HandBack data={handBackData(site())} />);
    const week = screen.getByRole('region', { name: 'This week' });
    expect(textOf(within(week).getByText('Wick quad 300'))).toMatch(
      /Sat 16 Jan.*Will be ready by .*Last full charge.*that it starts/,
    );
    const next = screen.getByRole('region', { name: 'Next week' });
    const swollen = textOf(within(next).getByText('Hallam flatbed'));
    expect(swollen).toMatch(/Not without a replacement.*swollen/);
    // Nobody is told that what must never be charged would start when it is.
    expect(swollen).not.toMatch(/that it starts/);
    const always = screen.getByRole('region', { name: 'Always ready' });
    expect(within(always).getAllByText(/that it starts/)).toHaveLength(2);
  });

  it('comes sooner with one touch; what the server refuses is said', async () => {
    const user = open(<HandBack data={handBackData(site())} />);
    const item = () => within(screen.getByText('Wick quad 300').closest('li')!);
    await user.click(item().getByRole('button', { name: 'Another day' }));
    refusal = 'on: a day that cannot be.';
    await user.click(item().getByRole('button', { name: 'Comes tomorrow' }));
    expect((await item().findByRole('status')).textContent).toMatch(/a day that cannot be/);
    refusal = null;
    await user.click(item().getByRole('button', { name: 'Comes today' }));
    expect(posted).toMatchObject([{ kind: 'collection', data: { on: '2027-01-14' } }]);
  });
});

test('what hangs on a charger is not taken along', async () => {
  const user = open(<HandBack data={handBackData(site())} />);
  const item = within(screen.getByText('Fennick hybrid').closest('li')!);
  await user.click(item.getByRole('button', { name: 'Another day' }));
  expect(item.getByRole('note').textContent).toMatch(/mains off and clamps off first/);
  expect(item.queryByLabelText('Takes it along, back on')).toBeNull();
});

describe('the walk', () => {
  const stage = (name: RegExp) =>
    within(screen.getByRole('navigation', { name: 'Stages' })).getByRole('button', { name });

  it('begins with what comes next, and says of a later stage what it waits for', async () => {
    const user = walk('Y14');
    screen.getByRole('heading', { name: /^Last full charge/ });
    screen.getByRole('link', { name: 'To its charge' });
    await user.click(stage(/^Crank it/));
    screen.getByText(/^First: Last full charge\./);
    expect(screen.queryByRole('checkbox')).toBeNull();
  });

  it('is handed over unfinished only with a reason, and never with a charger on it', async () => {
    const user = walk('B7');
    await user.click(stage(/^Hand it over/));
    expect(screen.queryByRole('checkbox')).toBeNull();
    await user.type(screen.getByLabelText(/Handed over all the same because/), 'a day early');
    for (const step of screen.getAllByRole('checkbox')) await user.click(step);
    await user.click(screen.getByRole('button', { name: 'Hand over: done' }));
    expect(posted.map(({ kind }) => kind)).toEqual(['procedure-done', 'handed-back']);
    expect(posted[1]!.data).toMatchObject({ signed: true, despite: 'a day early' });
    expect(pushed.at(-1)).toBe('/hand-back');
  });

  it('with a maintainer on it, mains and clamps come first', async () => {
    const user = walk('C12');
    await user.click(stage(/^Hand it over/));
    screen.getByText(/A maintainer hangs on it/);
    expect(screen.queryByLabelText('Who takes it')).toBeNull();
  });

  it('one that is condemned is replaced, with its owner’s word, by one that was looked at', async () => {
    const user = walk('Y18');
    screen.getByRole('heading', { name: 'Not without a replacement' });
    expect(screen.queryByRole('link', { name: 'To its charge' })).toBeNull();
    screen.getByText(/Out of Loading Yard today: frost splits it/);
    await user.click(screen.getByRole('button', { name: 'Asked today' }));
    expect(posted).toMatchObject([
      { kind: 'owner-asked', data: { answerBy: '2027-01-18', price: expect.any(Number) } },
    ]);
    await user.click(screen.getByRole('button', { name: 'Another one takes its place' }));
    // Without that word it is fitted only with a reason.
    screen.getByLabelText('Fitted all the same because');
    await user.click(screen.getByRole('button', { name: 'Fit it' }));
    screen.getByText(/what stands on its case/);
    for (const look of screen.getAllByRole('checkbox')) await user.click(look);
    expect(screen.getByLabelText('Capacity, Ah')).toHaveProperty('value', '');
  });
});
