import { openStretches, overRanges } from './handling';
import type { Level } from './levels';

/** Levels one after the other, each so many seconds long. */
const levels = (...steps: [milliamps: number, seconds: number][]): Level[] => {
  let at = 0;
  return steps.map(([milliamps, seconds]) => {
    const from = at;
    at += seconds;
    return { from, to: at, milliamps };
  });
};

describe('a lead that came off', () => {
  it('shows as nothing where something flowed, and whether it woke what slept', () => {
    const asleep: [number, number][] = [
      [800, 60],
      [22, 300],
      [0, 20],
    ];
    expect(openStretches(levels(...asleep, [22.2, 100]))).toEqual([
      { kind: 'open', at: 360, until: 380, wokeMa: null },
    ]);
    expect(openStretches(levels(...asleep, [900, 100]))).toEqual([
      { kind: 'open', at: 360, until: 380, wokeMa: 900 },
    ]);
    // It stays off.
    expect(openStretches(levels(...asleep))).toEqual([
      { kind: 'open', at: 360, until: 380, wokeMa: null },
    ]);
  });

  it('is one stretch, though the meter dithers about nothing', () => {
    expect(openStretches(levels([50, 10], [0.05, 5], [-0.08, 5], [0.02, 5], [50, 10]))).toEqual([
      { kind: 'open', at: 10, until: 25, wokeMa: null },
    ]);
  });

  it('is none where nothing ever flowed, nor where it fell to a little', () => {
    expect(openStretches(levels([0, 60], [30, 60]))).toEqual([]);
    expect(openStretches(levels([0.5, 60], [0.1, 60]))).toEqual([]);
    expect(openStretches(levels([30, 60], [0.5, 60]))).toEqual([]);
  });
});

describe('a meter that gives no number', () => {
  const trace = (...amps: number[]) => ({
    seconds: Float64Array.from(amps, (_, i) => i / 2),
    amps: Float64Array.from(amps),
  });

  it('was over its range from the first to the last of them', () => {
    expect(overRanges(trace(1, NaN, NaN, NaN, 2, NaN, NaN))).toEqual([
      { kind: 'over-range', at: 0.5, until: 1.5 },
      { kind: 'over-range', at: 2.5, until: 3 },
    ]);
  });

  it('one sample that is lost is nothing', () => {
    expect(overRanges(trace(1, NaN, 2, NaN, 3))).toEqual([]);
    expect(overRanges(trace(1, 2, 3))).toEqual([]);
  });
});
