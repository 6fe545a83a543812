import fc from 'fast-check';
import { reading, standing } from '../record/record.fixture';
import { traceOfRows } from '../parasitic-draw/csv-rows';
import { meaningFromFull, meaningOf } from './draw-meaning';
import { thinned } from '../parasitic-draw/thinned';
import { clockOf, stretch } from '../parasitic-draw/words';

const OFF = { negativeOn: false };

describe('what a settled draw means', () => {
  it('the more it draws, the sooner it meets its line; off, it draws nothing', () => {
    const read = standing({ state: { readings: [reading('2027-01-11', 12.6)] } });
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 400, noNaN: true }),
        fc.double({ min: 1, max: 200, noNaN: true }),
        (ma, more) => {
          const here = meaningOf(read, ma, { changed: true });
          const worse = meaningOf(read, ma + more, { changed: true });
          expect(worse.toLine!.value).toBeLessThanOrEqual(here.toLine!.value);
          expect(worse.toFlat!).toBeLessThanOrEqual(here.toFlat!);
          expect(meaningOf(read, ma + more, OFF).toLine).toEqual(meaningOf(read, ma, OFF).toLine);
          expect(here.toFlat!).toBeGreaterThanOrEqual(here.toLine!.value);
        },
      ),
      { numRuns: 40 },
    );
  });

  // Common practice, on paper: 60 Ah and 5 mA are 500 days; self-discharge comes on top.
  it('from full it holds longest, and never longer than on paper', () => {
    const read = standing({ state: { readings: [reading('2027-01-11', 12.5)] } });
    const full = meaningFromFull(read, 50);
    expect(full.toLine).toBeGreaterThan(meaningOf(read, 50).toLine!.value);
    expect(full.toFlat).toBeLessThanOrEqual((60 / 0.05 / 24) * 1);
    expect(meaningFromFull(read, 50, OFF).toLine).toBeGreaterThan(full.toLine);
  });
});

describe('a logger’s file', () => {
  it('is read with a heading or without, over-range as no number', () => {
    const rows = [
      ['seconds', 'amps', 'note'],
      ['0', '0.3', 'a'],
      ['1', 'OL', ''],
      ['2', '9.9E37', ''],
      ['3', '0.02', ''],
    ];
    const read = traceOfRows(rows);
    expect(read.ok && [...read.trace.amps]).toEqual([0.3, NaN, NaN, 0.02]);
    expect(traceOfRows(rows.slice(1)).ok).toBe(true);
    expect(
      traceOfRows([
        ['0', '1'],
        ['x', '1'],
      ]),
    ).toEqual({
      ok: false,
      reason: 'line 2: “x” is no number of seconds',
    });
    expect(traceOfRows([['0']])).toMatchObject({ ok: false, reason: /two columns/ as unknown });
  });
});

describe('a trace for a picture', () => {
  it('keeps its highest and lowest, in order of time, and stays short', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 0, max: 5, noNaN: true }), { minLength: 1, maxLength: 4000 }),
        (amps) => {
          const seconds = amps.map((_, i) => i);
          const points = thinned({ seconds, amps }, 100);
          expect(points.length).toBeLessThanOrEqual(102);
          expect(Math.max(...points.map((one) => one.amps))).toBe(Math.max(...amps));
          expect(Math.min(...points.map((one) => one.amps))).toBe(Math.min(...amps));
          const times = points.map((one) => one.seconds);
          expect(times).toEqual([...times].sort((a, b) => a - b));
        },
      ),
      { numRuns: 40 },
    );
  });
});

it('times are told as people tell them', () => {
  expect(clockOf(45)).toBe('0:45');
  expect(clockOf(750)).toBe('12:30');
  expect(clockOf(3725)).toBe('1:02:05');
  expect(stretch(1.6)).toBe('1.6 s');
  expect(stretch(40)).toBe('40 s');
  expect(stretch(250)).toBe('4 min 10 s');
  expect(stretch(2100)).toBe('35 min');
});
