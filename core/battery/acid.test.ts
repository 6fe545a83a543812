import fc from 'fast-check';
import { freezingOfGravity, freezingOfSoc, hydrometer } from './acid';

describe('freezing point', () => {
  // Vinal, Storage Batteries, table of freezing points at 15 °C (from memory): ±1.5 °C below
  // 1.200, ±4 °C above.
  it.each([
    [1.0, 0, 1.5],
    [1.05, -3.3, 1.5],
    [1.1, -7.7, 1.5],
    [1.15, -15, 1.5],
    [1.2, -27, 4],
    [1.25, -52, 4],
    [1.3, -70, 4],
  ])('of gravity %d is %d °C', (gravity, celsius, tolerance) => {
    expect(Math.abs(freezingOfGravity(gravity) - celsius)).toBeLessThanOrEqual(tolerance);
  });

  it('rises again in acid stronger than 1.300', () => {
    expect(freezingOfGravity(1.34)).toBeGreaterThan(freezingOfGravity(1.3));
  });

  // Common practice: about −60 °C full, −25 °C half, −10 °C flat, nearer zero below that.
  it('follows the charge of a flooded battery', () => {
    expect(Math.abs(freezingOfSoc('flooded', 100)! + 60)).toBeLessThan(5);
    expect(Math.abs(freezingOfSoc('flooded', 50)! + 25)).toBeLessThan(3);
    expect(Math.abs(freezingOfSoc('flooded', 0)! + 10)).toBeLessThan(3);
    const deep = freezingOfSoc('flooded', -20)!;
    expect(deep).toBeGreaterThan(freezingOfSoc('flooded', 0)!);
    expect(deep).toBeLessThan(0);
    expect(freezingOfSoc('flooded', -95)).toBeCloseTo(0, 0);
  });

  it('is another for the stronger acid of AGM and gel, and none for lithium', () => {
    expect(freezingOfSoc('agm', 50)!).toBeLessThan(freezingOfSoc('flooded', 50)!);
    expect(freezingOfSoc('lfp', 10)).toBeNull();
  });

  it('never falls while a battery empties', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('flooded', 'efb' as const),
        fc.double({ min: -120, max: 99, noNaN: true }),
        (chemistry, soc) => {
          expect(freezingOfSoc(chemistry as 'flooded', soc)!).toBeGreaterThanOrEqual(
            freezingOfSoc(chemistry as 'flooded', soc + 1)! - 1e-9,
          );
        },
      ),
    );
  });
});

describe('hydrometer', () => {
  // Battery Council International, open-circuit table: gravities at 26.7 °C, ±0.003.
  it.each([
    [1.265, 100, 12.65],
    [1.225, 75, 12.45],
    [1.19, 50, 12.24],
    [1.155, 25, 12.06],
    [1.12, 0, 11.89],
  ])('%d is %d %%, near %d V', (gravity, socPct, volts) => {
    const answer = hydrometer(Array<number>(6).fill(gravity), 26.7);
    expect(Math.abs(answer.socPct - socPct)).toBeLessThan(1);
    // E = SG + 0.845 (Linden), ±0.02 V a cell.
    expect(Math.abs(answer.openCircuitVolts - volts)).toBeLessThan(6 * 0.02);
    expect(answer.weakCells).toEqual([]);
  });

  // Battery Council International: ±0.004 for each 10 °F from 80 °F.
  it('corrects for temperature', () => {
    expect(hydrometer([1.25], 26.7 + 10 / 1.8).correctedSg[0]).toBeCloseTo(1.254, 6);
    expect(hydrometer([1.25], 26.7 - 30 / 1.8).correctedSg[0]).toBeCloseTo(1.238, 6);
  });

  // Common practice: a spread over 0.050 marks a failing cell.
  it('names the failing cell', () => {
    const answer = hydrometer([1.26, 1.255, 1.2, 1.26, 1.25, 1.262], 26.7);
    expect(answer.spread).toBeCloseTo(0.062, 6);
    expect(answer.weakCells).toEqual([3]);
    expect(hydrometer([1.265, 1.215], 26.7).weakCells).toEqual([]);
  });
});
