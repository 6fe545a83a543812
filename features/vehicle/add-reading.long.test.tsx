/** @jest-environment jsdom */
import { render, screen, waitFor } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { standing } from '../../core/record/record.fixture';
import { AddReading } from './add-reading';

interface Posted {
  readonly kind: string;
  readonly at: string;
  readonly data: { readonly volts: number; readonly confirmed: boolean };
}
let posted: Posted[];
let reply: { readonly status: number; readonly body: object };
const recorded = jest.fn();
beforeEach(() => {
  posted = [];
  reply = { status: 200, body: { id: 'x', seq: 1, outcome: 'recorded' } };
  recorded.mockClear();
  globalThis.fetch = ((_: string, init: RequestInit) => {
    posted.push(JSON.parse(init.body as string) as Posted);
    const { status, body } = reply;
    return Promise.resolve({ ok: status < 400, status, json: () => Promise.resolve(body) });
  }) as unknown as typeof fetch;
});

const volts = () => screen.getByLabelText('Resting voltage, V');
const record = () => screen.getByRole('button', { name: /Record$/ });
const shown = () => (volts() as HTMLInputElement).value;
const open = () =>
  render(<AddReading standing={standing()} batteryId="battery-1" onRecorded={recorded} />);

test('a comma is a decimal point, and the moment is the site’s', async () => {
  const user = userEvent.setup();
  open();
  await user.type(volts(), '12,58');
  await user.click(record());
  await waitFor(() => expect(recorded).toHaveBeenCalledTimes(1));
  expect(posted).toHaveLength(1);
  expect(posted[0]).toMatchObject({ kind: 'reading', data: { volts: 12.58, confirmed: false } });
  expect(Math.abs(Date.parse(posted[0]!.at) - standing().now)).toBeLessThan(60_000);
  expect(shown()).toBe('');
});

test('nonsense is said and nothing is sent; what was typed stays', async () => {
  const user = userEvent.setup();
  open();
  await user.type(volts(), 'soon{Enter}');
  expect((await screen.findByRole('alert')).textContent).toContain('“soon” is not a voltage');
  expect(posted).toEqual([]);
  expect(shown()).toBe('soon');
});

test('a slip is asked about, and taken only when it is confirmed', async () => {
  const user = userEvent.setup();
  open();
  await user.type(volts(), '6.31{Enter}');
  expect((await screen.findByRole('alert')).textContent).toContain('6 V');
  expect(posted).toEqual([]);
  await user.click(screen.getByRole('button', { name: 'It is right, keep it' }));
  await waitFor(() => expect(posted).toHaveLength(1));
  expect(posted[0]!.data).toMatchObject({ volts: 6.31, confirmed: true });
});

test('what the server refuses is said, and can be sent again', async () => {
  reply = { status: 409, body: { reason: 'It was laid up only after that.' } };
  const user = userEvent.setup();
  open();
  await user.type(volts(), '12.5{Enter}');
  expect((await screen.findByRole('alert')).textContent).toBe('It was laid up only after that.');
  expect(shown()).toBe('12.5');
  expect(recorded).not.toHaveBeenCalled();
  reply = { status: 200, body: { id: 'x', seq: 1, outcome: 'recorded' } };
  await user.click(record());
  await waitFor(() => expect(recorded).toHaveBeenCalledTimes(1));
});
