/** @jest-environment jsdom */
import { fireEvent, render, screen, waitFor } from '@testing-library/react';
import { toDay } from '../../core/day';
import { Bring } from './bring';
import type { BringData } from './load';
import { OnItsWay } from './on-its-way';

jest.mock('next/navigation', () => ({ useRouter: () => ({ refresh: () => undefined }) }));

const DATA: BringData = {
  today: toDay('2027-01-14'),
  collectOn: '2027-04-20',
  halls: [{ id: 'hall-A', name: 'Carding Hall' }],
  lately: [],
  bays: [{ id: 'bay-A1', mark: 'A1', takenBy: null }],
};
const LIST =
  'Bay\tVehicle\tBattery\tResting V\nA1\tWick 650\tAGM 10Ah\t1264\nA2\t\tgel 12Ah\t12,6\n';
const sent: { readonly vehicles: readonly { readonly readings: unknown }[] }[] = [];
beforeEach(() => {
  sent.length = 0;
  Object.assign(globalThis, {
    ResizeObserver: class {
      observe() {}
      unobserve() {}
      disconnect() {}
    },
    fetch: async (_: string, { body }: { body: string }) => {
      sent.push(JSON.parse(body) as (typeof sent)[number]);
      return {
        ...{ ok: true, status: 200 },
        json: async () => ({ id: 'x', vehicles: 2, nextRound: 'Thu 14 Jan' }),
      };
    },
  });
});

const button = (name: RegExp) => screen.getByRole<HTMLButtonElement>('button', { name });
/** Types into a cell, letter after letter, and leaves it. */
const mend = (label: string, text: string) => {
  const field = screen.getByLabelText<HTMLInputElement>(label);
  for (let n = 1; n <= text.length; n++)
    fireEvent.change(field, { target: { value: text.slice(0, n) } });
  fireEvent.blur(field);
};

test('a list is pasted, what is wrong is mended, what is asked is answered, and all goes in at once', async () => {
  render(<Bring data={DATA} />);
  const paste = screen.getByLabelText('Or paste it from a spreadsheet');
  fireEvent.change(paste, { target: { value: LIST } });
  await screen.findByText('1 row has something to mend.');
  expect(button(/^Take/).disabled).toBe(true);
  expect(screen.getByText('the vehicle has no name')).not.toBeNull();
  mend('Vehicle, row 2', 'Osier 30"');
  await waitFor(() => expect(screen.queryByText(/something to mend/)).toBeNull());
  // What is asked holds it up until somebody has said that it is right, or has mended it.
  expect(screen.getByText(/was it/)).not.toBeNull();
  expect(button(/^Take/).disabled).toBe(true);
  mend('Volts read at rest, row 1', '12,64');
  // Which post is earthed is never taken for granted.
  expect(button(/^Take/).disabled).toBe(true);
  fireEvent.click(screen.getByRole('checkbox', { name: /Somebody has looked/ }));
  await waitFor(() => expect(button(/^Take/).disabled).toBe(false));
  fireEvent.click(button(/^Take 2 vehicles in/));
  await screen.findByText('2 vehicles stand in the yard');
  expect(sent[0]).toMatchObject({ hallId: 'hall-A', newBays: ['A2'] });
  expect(sent[0]!.vehicles.map(({ readings }) => readings)).toMatchObject([
    [{ on: '2027-01-14', volts: 12.64 }],
    [{ volts: 12.6 }],
  ]);
});

test('while it is on its way, how far it is can be seen, and it can be left', async () => {
  const asked: string[] = [];
  Object.assign(globalThis, {
    fetch: async (path: string, { method }: { method: string }) => {
      asked.push(`${method} ${path}`);
      return { ok: true, status: 200, json: async () => ({ share: 0.42, kept: true }) };
    },
  });
  render(<OnItsWay id="of-this" />);
  const leave = { name: 'Leave it: take nothing in' };
  fireEvent.click(await screen.findByRole('button', leave, { timeout: 10_000 }));
  expect(screen.getByText('42%')).not.toBeNull();
  expect(button(/^Leave it/).disabled).toBe(true);
  // It is asked again and again; left it is once.
  expect(asked.filter((one) => one !== 'GET /api/bring/of-this')).toEqual([
    'DELETE /api/bring/of-this',
  ]);
});

test('a file that is no list says so, and nothing is lost', async () => {
  render(<Bring data={DATA} />);
  const paste = screen.getByLabelText('Or paste it from a spreadsheet');
  fireEvent.change(paste, { target: { value: '\n\n' } });
  expect(await screen.findByText(/This is no list: nothing stands in it/)).not.toBeNull();
  expect(screen.getByLabelText('Or paste it from a spreadsheet')).not.toBeNull();
});
