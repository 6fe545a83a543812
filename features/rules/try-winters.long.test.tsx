/** @jest-environment jsdom */
import { render, screen, within } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { TryWinters } from './try-winters';

/** What a list that is chosen from waits with; jsdom has none. */
class Channel {
  readonly port1: { onmessage: ((event: object) => void) | null } = { onmessage: null };
  readonly port2 = { postMessage: () => setTimeout(() => this.port1.onmessage?.({})) };
}
Object.assign(globalThis, { MessageChannel: Channel });

const score = (more: object = {}) => ({
  ...{ batteries: 80, ready: 79, advised: 1, needless: 0, lost: 0, letDown: 0 },
  ...{ readings: 500, charges: 150, minutes: 5400, cost: 2500 },
  ...more,
});
interface Asked {
  readonly seed: number;
  readonly patch: object;
  readonly oneMore: string | null;
}
const asked: Asked[] = [];
let answer: (body: Asked) => Response | Promise<Response>;
const aborted = jest.fn();
beforeEach(() => {
  asked.length = 0;
  aborted.mockClear();
  answer = ({ patch }) => reply(score('readingDays' in patch ? { readings: 900 } : {}));
  window.fetch = jest.fn((_: string, init: RequestInit) => {
    const body = JSON.parse(init.body as string) as Asked;
    asked.push(body);
    return new Promise<Response>((done, failed) => {
      init.signal?.addEventListener('abort', () => {
        aborted();
        failed(new DOMException('', 'AbortError'));
      });
      void Promise.resolve(answer(body)).then(done);
    });
  }) as unknown as typeof fetch;
});
const reply = (body: object, status = 200) =>
  ({
    ok: status < 300,
    status,
    headers: new Headers({ 'content-type': 'application/json' }),
    json: () => Promise.resolve(body),
    text: () => Promise.resolve(JSON.stringify(body)),
  }) as Response;

const kept: string[] = [];
const show = () =>
  render(
    <TryWinters
      patch={{ readingDays: 14 }}
      chargers={[{ id: 'heddle', name: 'Heddle' }]}
      onKeep={(why) => kept.push(why)}
    />,
  );
const start = () => userEvent.click(screen.getByRole('button', { name: /Try it on winters/ }));

test('each winter is played twice, as it is and as it is tried; what was found is the reason', async () => {
  show();
  await start();
  const keep = await screen.findByRole('button', { name: 'Keep it, with this as its reason' });
  expect(asked.map(({ seed, patch }) => [seed, Object.keys(patch).length])).toEqual(
    asked.map(({ seed }, i) => [seed, i % 2]),
  );
  expect(new Set(asked.map(({ seed }) => seed)).size).toBe(3);
  expect(asked).toHaveLength(6);
  const row = screen.getByRole('row', { name: /^Readings/ });
  expect(
    within(row)
      .getAllByRole('cell')
      .map((cell) => cell.textContent),
  ).toEqual([...['Readings', '500', '900', '+400 (+400 to +400)']]);
  await userEvent.click(keep);
  expect(kept[0]).toContain('Tried on 3 played winters of this site');
});

test('stopped it asks no more, and what was played stays', async () => {
  answer = ({ seed, patch }) =>
    seed > 71_000_000 ? new Promise<Response>(() => undefined) : reply(score({ ...patch }));
  show();
  await start();
  await screen.findByRole('row', { name: /^Hours/ });
  await userEvent.click(screen.getByRole('button', { name: 'Stop' }));
  expect(aborted).toHaveBeenCalled();
  const before = asked.length;
  await new Promise((later) => setTimeout(later, 50));
  expect(asked).toHaveLength(before);
  expect(screen.getByRole('row', { name: /^Hours/ }).textContent).toContain('of one winter');
  expect(screen.queryByRole('progressbar')).toBeNull();
});

test('a winter that cannot be played is told, and nothing is kept of it', async () => {
  answer = () => reply({ reason: 'This program was not built by ./ember.' }, 409);
  show();
  await start();
  expect((await screen.findByRole('alert')).textContent).toContain('not built by ./ember');
  expect(screen.queryByRole('table')).toBeNull();
});
