/** @jest-environment jsdom */
import { act, fireEvent, render, screen, waitFor, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import type { NewEntry } from '../../core/logbook/entry';
import { DayProvider } from '../app-shell/day';
import { Guard } from '../app-shell/guard';
import { HOUSE_RULES } from '../../core/rules/rules';
import { newEntry } from '../logbook/new-entry';
import { NOW, demoSite, site } from '../server/demo-server.fixture';
import { db } from '../server/store';
import { recordEntry } from '../../store/record';
import { roundText } from './round-text';
import { roundData } from './load';
import { Round } from './round';

// The picture needs a canvas; what it is drawn from is tested where it is made.
jest.mock('../chart/reading-chart', () => ({ ReadingChart: () => null }));
const mockRouter = { push: () => undefined, replace: () => undefined, refresh: () => undefined };
jest.mock('next/navigation', () => ({
  useRouter: () => mockRouter,
  usePathname: () => '/round',
  useSearchParams: () => new URLSearchParams(),
}));

demoSite();
// A house that reads each battery once a week: many stops want volts.
beforeAll(() => {
  const rules = newEntry('rules-changed', HOUSE_RULES, NOW, { patch: { readingDays: 7 } });
  recordEntry(db(), rules, new Date(NOW).toISOString());
});

let posted: NewEntry[] = [];
let away = false;
beforeEach(() => {
  // jsdom has the element and not what opens it.
  HTMLDialogElement.prototype.showModal ??= () => undefined;
  HTMLDialogElement.prototype.close ??= () => undefined;
  posted = [];
  away = false;
  globalThis.fetch = ((_: string, init?: RequestInit) => {
    if (away) return Promise.reject(new TypeError('no network'));
    const entry = JSON.parse(init!.body as string) as NewEntry;
    posted.push(entry);
    const body = { id: entry.id, seq: 100_000 + posted.length };
    return Promise.resolve({
      ...{ ok: true, status: 200, headers: new Headers() },
      json: () => Promise.resolve(body),
    });
  }) as unknown as typeof fetch;
  Element.prototype.scrollIntoView = () => undefined;
});

/** A few of the demo's stops: three where volts are wanted first, and a frozen one. */
function fewStops() {
  const data = roundData(site());
  const reads = data.stops.filter(({ batteries }) => batteries[0]!.jobs[0]?.kind === 'reading');
  const frozen = data.stops.find(({ vehicle }) => vehicle.bayMark === 'Y4')!;
  return { ...data, stops: [...reads.slice(0, 3), frozen] };
}
const open = () => {
  const data = fewStops();
  const { today } = data;
  const user = userEvent.setup();
  render(
    <DayProvider today={today} from={today - 80} to={today + 90} chosen={today}>
      {/* What gives the keys back after a click. */}
      <Guard />
      <main>
        <Round text={roundText(data)} />
      </main>
    </DayProvider>,
  );
  return { user, data, marks: data.stops.map(({ vehicle }) => vehicle.bayMark) };
};
const heading = () => screen.getByRole('heading', { level: 1 }).textContent;
const display = () => screen.getByLabelText('Volts').textContent;
const stop = (mark: string) => screen.getByRole('button', { name: new RegExp(`^${mark} `) });
const sent = () => waitFor(() => expect(screen.getByText('Everything is sent')).not.toBeNull());

test('before what judges is there, what is pressed twice is done once', async () => {
  const { user, marks } = open();
  await user.click(stop(marks[2]!));
  // Nothing has asked for it yet. What it read the last time is in no doubt.
  await user.keyboard('1256');
  // Both before anything else has its turn.
  for (const key of ['Enter', 'Enter']) fireEvent.keyDown(document.body, { key });
  expect(screen.getByText('A moment …')).not.toBeNull();
  expect(posted).toEqual([]);
  await waitFor(() => expect(posted).toHaveLength(1), { timeout: 10_000 });
  expect(posted[0]).toMatchObject({ kind: 'reading', data: { volts: 12.56 } });
  await act(() => new Promise((later) => setTimeout(later, 50)));
  expect(posted).toHaveLength(1);
  await sent();
});

test('picked by finger, typed, Enter: recorded at that stop, sent, and on to the next', async () => {
  const { user, data } = open();
  const { vehicle, batteries } = data.stops[1]!;
  await user.click(stop(vehicle.bayMark));
  expect(heading()).toContain(vehicle.name);
  await user.keyboard('1262');
  expect(display()).toBe('12.62');
  await user.keyboard('{Enter}');
  await waitFor(() => expect(posted).toHaveLength(1));
  expect(posted[0]).toMatchObject({
    kind: 'reading',
    subjectId: batteries[0]!.id,
    data: { volts: 12.62 },
  });
  await sent();
});

test('what makes no sense is asked about: Enter takes it not, Escape begins anew', async () => {
  const { user, marks } = open();
  await user.click(stop(marks[0]!));
  const at = heading();
  await user.keyboard('2150');
  expect((await screen.findByRole('alert')).textContent).toContain('21.50 V');
  await user.keyboard('{Enter}');
  expect(heading()).toBe(at);
  expect(posted).toEqual([]);
  await user.keyboard('{Escape}');
  await user.keyboard('{Enter}');
  expect(await screen.findByText(/Type the volts/)).not.toBeNull();
  await user.keyboard('1250{Backspace}');
  expect(display()).toBe('1.25');
  await user.keyboard('{Escape}');
});

test('what is typed at a stop stays there while one looks at another', async () => {
  const { user, marks } = open();
  const [one, , other] = marks;
  await user.click(stop(one!));
  await user.keyboard('126');
  expect(display()).toBe('1.26');
  await user.click(stop(other!));
  expect(display()).not.toBe('1.26');
  await user.click(stop(one!));
  expect(display()).toBe('1.26');
  await user.keyboard('{Escape}');
});

test('undo takes back what was sent, by an entry of its own, and stands there again', async () => {
  const { user, marks } = open();
  await user.click(stop(marks[0]!));
  const at = heading();
  await user.keyboard('c');
  await waitFor(() => expect(posted.map(({ kind }) => kind)).toEqual(['not-reached']));
  expect(heading()).not.toBe(at);
  await sent();
  await user.keyboard('u');
  await waitFor(() => expect(posted).toHaveLength(2));
  expect(posted[1]).toMatchObject({ kind: 'withdrawn', strikes: posted[0]!.id });
  expect(heading()).toBe(at);
});

test('without the server it is said to wait, and the round goes on', async () => {
  const { user, marks } = open();
  await user.click(stop(marks[0]!));
  away = true;
  const at = heading();
  await user.keyboard('c');
  expect(heading()).not.toBe(at);
  expect(await screen.findByText(/1 entry waiting to send/)).not.toBeNull();
  away = false;
  await user.click(screen.getByRole('button', { name: 'Try now' }));
  await sent();
});

test('one that may be frozen is thawed, and nothing there puts it on charge', async () => {
  const { user } = open();
  await user.click(stop('Y4'));
  const here = screen.getByRole('region', { name: 'Stop Y4' });
  expect(here.textContent).toContain('It may be frozen');
  expect(within(here).queryByRole('button', { name: /^X / })).toBeNull();
  await user.keyboard('x');
  await act(() => new Promise((later) => setTimeout(later, 50)));
  expect(posted).toEqual([]);
});
