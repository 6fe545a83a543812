/** @jest-environment jsdom */
import { act, fireEvent, render, screen } from '@testing-library/react';
import { Lock } from './lock';
import '../ui/dialog.fixture';

/** What the server says to each address; the last body that each had. */
let says: Record<string, { status: number; body: unknown }> = {};
let asked: Record<string, unknown> = {};
const counted: string[] = [];

let now = 0;
beforeEach(() => {
  jest.useFakeTimers({ doNotFake: ['Date'] });
  jest.spyOn(Date, 'now').mockImplementation(() => now);
  document.documentElement.dataset.alive = '';
  asked = {};
  counted.length = 0;
  says = {
    '/api/lock': { status: 200, body: { locked: true } },
    '/api/unlock': { status: 200, body: {} },
  };
  globalThis.fetch = jest.fn(async (url: string, init?: { body?: string }) => {
    counted.push(url);
    asked[url] = init?.body ? JSON.parse(init.body) : undefined;
    const { status, body } = says[url]!;
    return { ok: status < 400, status, headers: new Map(), json: async () => body };
  }) as unknown as typeof fetch;
});
afterEach(() => {
  jest.useRealTimers();
  jest.restoreAllMocks();
});

const minutes = async (n: number) => {
  for (let seconds = 0; seconds < n * 60; seconds += 10) {
    now += 10_000;
    await act(async () => jest.advanceTimersByTimeAsync(10_000));
  }
};
const isLocked = () => screen.queryByLabelText('PIN') !== null;
const typePin = async (pin: string) => {
  fireEvent.change(screen.getByLabelText('PIN'), { target: { value: pin } });
  await act(async () => {
    fireEvent.submit(screen.getByLabelText('PIN').closest('form')!);
    await jest.advanceTimersByTimeAsync(0);
  });
};

test('a screen that nobody touches is locked after its minutes, and not before', async () => {
  render(<Lock name="Ada" afterMinutes={5} />);
  await minutes(4.5);
  expect(isLocked()).toBe(false);
  await minutes(1);
  expect(isLocked()).toBe(true);
  expect(screen.getByRole('heading', { name: 'Locked: Ada' })).not.toBeNull();
});

test('a touch or a key puts it off', async () => {
  render(<Lock name="Ada" afterMinutes={5} />);
  for (const sign of ['pointerDown', 'keyDown'] as const) {
    await minutes(4);
    fireEvent[sign](document.body);
  }
  await minutes(4.5);
  expect(counted).not.toContain('/api/lock');
  await minutes(1);
  expect(counted).toContain('/api/lock');
});

test('where the server cannot lock it, it stays open', async () => {
  says['/api/lock'] = { status: 200, body: { locked: false } };
  render(<Lock name="Ada" afterMinutes={1} />);
  await minutes(3);
  expect(isLocked()).toBe(false);
  globalThis.fetch = jest.fn(async () => {
    throw new TypeError('no network');
  });
  await minutes(3);
  expect(isLocked()).toBe(false);
});

test('the PIN opens it where one was; a wrong one is told, and opens nothing', async () => {
  render(<Lock name="Ada" afterMinutes={1} />);
  await minutes(2);
  says['/api/unlock'] = { status: 403, body: { reason: 'That is not the PIN.' } };
  await typePin('0000');
  expect(screen.getByText(/That is not the PIN/)).not.toBeNull();
  expect(isLocked()).toBe(true);
  says['/api/unlock'] = { status: 200, body: {} };
  await typePin('4711');
  expect(asked['/api/unlock']).toEqual({ pin: '4711' });
  await minutes(0.1);
  expect(isLocked()).toBe(false);
});
