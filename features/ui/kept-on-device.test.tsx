/** @jest-environment jsdom */
import { act, renderHook } from '@testing-library/react';
import { z } from 'zod';
import { keptOnDevice } from './kept-on-device';

const Half = z.object({ step: z.int(), ticked: z.array(z.string()) });
const NOTHING: z.infer<typeof Half> = { step: 0, ticked: [] };
const PREFIX = 'test-half-done/';

const fresh = () =>
  keptOnDevice(PREFIX, Half, NOTHING, ({ step, ticked }) => step === 0 && ticked.length === 0);
const lying = (name: string) => window.localStorage.getItem(PREFIX + name);

beforeEach(() => window.localStorage.clear());
afterEach(() => jest.restoreAllMocks());

it('is there again when its screen is opened anew, and nowhere else', () => {
  const useKept = fresh();
  const first = renderHook(() => useKept('C3'));
  act(() => first.result.current[1]({ step: 2, ticked: ['key out'] }));
  first.unmount();
  expect(renderHook(() => useKept('C3')).result.current[0].step).toBe(2);
  expect(renderHook(() => useKept('C4')).result.current[0]).toBe(NOTHING);
});

it('shown twice is changed in both places', () => {
  const useKept = fresh();
  const [one, other] = [renderHook(() => useKept('C3')), renderHook(() => useKept('C3'))];
  act(() => one.result.current[1]({ step: 1, ticked: [] }));
  expect(other.result.current[0].step).toBe(1);
});

it('changed twice before the page is drawn has both changes', () => {
  const useKept = fresh();
  const { result } = renderHook(() => useKept('C3'));
  act(() => {
    result.current[1]((before) => ({ ...before, ticked: [...before.ticked, 'lid open'] }));
    result.current[1]((before) => ({ ...before, ticked: [...before.ticked, 'key out'] }));
  });
  expect(result.current[0].ticked).toEqual(['lid open', 'key out']);
});

it('that is nothing again leaves nothing behind', () => {
  const useKept = fresh();
  const { result } = renderHook(() => useKept('C3'));
  act(() => result.current[1]({ step: 1, ticked: [] }));
  expect(lying('C3')).not.toBeNull();
  act(() => result.current[1](NOTHING));
  expect(lying('C3')).toBeNull();
});

it('nonsense, or what an other version left, counts as nothing and breaks nothing', () => {
  const useKept = fresh();
  for (const text of ['{', '7', 'null', '{"step":"two","ticked":[]}', '{"step":1}']) {
    window.localStorage.setItem(`${PREFIX}C3`, text);
    const { result, unmount } = renderHook(() => useKept('C3'));
    expect(result.current[0]).toBe(NOTHING);
    unmount();
  }
});

it('the same value is the same object until it changes: nothing is drawn for nothing', () => {
  const useKept = fresh();
  window.localStorage.setItem(`${PREFIX}C3`, '{"step":1,"ticked":[]}');
  const { result, rerender } = renderHook(() => useKept('C3'));
  const [before] = result.current;
  rerender();
  expect(result.current[0]).toBe(before);
});

it('on a device that keeps nothing lasts as long as the page', () => {
  const refuse = () => {
    throw new DOMException('no', 'SecurityError');
  };
  jest.spyOn(Storage.prototype, 'setItem').mockImplementation(refuse);
  jest.spyOn(Storage.prototype, 'getItem').mockImplementation(refuse);
  jest.spyOn(Storage.prototype, 'removeItem').mockImplementation(refuse);
  const useKept = fresh();
  const { result } = renderHook(() => useKept('forbidden'));
  expect(result.current[0]).toBe(NOTHING);
  act(() => result.current[1]({ step: 3, ticked: [] }));
  expect(result.current[0].step).toBe(3);
  act(() => result.current[1](NOTHING));
  expect(result.current[0]).toEqual(NOTHING);
});
