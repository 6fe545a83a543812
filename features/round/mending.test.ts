/** @jest-environment jsdom */
import { renderHook } from '@testing-library/react';
import { newEntry } from '../logbook/new-entry';
import { useKeyed } from './keyed';
import { mendingOf } from './mending';
import type { RoundAction } from './round-state';
import type { StopView } from './round-data';

const stop = (bayMark: string, ...batteryIds: string[]) =>
  ({ vehicle: { bayMark }, batteryIds }) as unknown as StopView;

describe('what the server will not have', () => {
  const picked: number[] = [];
  const acts: RoundAction[] = [];
  const mending = mendingOf({
    views: [stop('C1', 'one'), stop('C2', 'two', 'three')],
    pickStop: (at) => void picked.push(at),
    act: (action) => void acts.push(action),
  });

  it('is taken up again where it was recorded, with the volts that were typed', () => {
    const volts = { volts: 21.5, celsius: null, restedHours: null, confirmed: false };
    mending(newEntry('reading', 'three', 0, volts))!();
    expect(picked).toEqual([1]);
    expect(renderHook(() => useKeyed('three', 'C2')).result.current.digits).toBe('2150');
  });

  it('a note with its words; nothing where there is no such stop, or nothing was typed', () => {
    mending(newEntry('note', 'one', 0, { text: 'loose' }))!();
    expect(acts).toEqual([{ do: 'note', text: 'loose' }]);
    expect(mending(newEntry('note', 'elsewhere', 0, { text: 'x' }))).toBeNull();
    expect(mending(newEntry('lamp', 'one', 0, { state: 'dark', source: 'eyes' }))).toBeNull();
  });
});
