import fc from 'fast-check';
import { quantileSorted } from 'simple-statistics';
import { freezingOfSoc } from '../battery/acid';
import { FULL_FROM_PCT, SpreadOfDays, binOf, freezingTable } from './spread';

const charges = fc.array(fc.double({ min: -50, max: 104, noNaN: true }), {
  minLength: 200,
  maxLength: 400,
});

describe('the distribution of many draws', () => {
  it('has the quantiles of the sample, to the width of a bin', () => {
    fc.assert(
      fc.property(charges, (all) => {
        const spread = new SpreadOfDays(0);
        spread.look(0, Float64Array.from(all));
        const sorted = [...all].sort((a, b) => a - b);
        // simple-statistics: quantileSorted. Between two draws a quantile may lie anywhere.
        for (const [series, share] of [
          [spread.lowPct, 0.05],
          [spread.tenthPct, 0.1],
          [spread.likelyPct, 0.5],
          [spread.highPct, 0.95],
        ] as const) {
          const rank = share * all.length;
          const low = sorted[Math.max(0, Math.ceil(rank) - 2)]!;
          const high = sorted[Math.min(all.length - 1, Math.ceil(rank))]!;
          expect(series[0]).toBeGreaterThanOrEqual(low - 0.5);
          expect(series[0]).toBeLessThanOrEqual(high + 0.5);
          expect(quantileSorted(sorted, share)).toBeGreaterThanOrEqual(low - 0.5);
          expect(quantileSorted(sorted, share)).toBeLessThanOrEqual(high + 0.5);
        }
      }),
    );
  });

  it('is full in so many of them', () => {
    const spread = new SpreadOfDays(0);
    expect(spread.full).toBe(0);
    spread.look(0, Float64Array.from([40, FULL_FROM_PCT - 0.6, FULL_FROM_PCT + 0.1, 100]));
    expect(spread.full).toBe(0.5);
  });

  it('between two looks goes straight', () => {
    const spread = new SpreadOfDays(9);
    const level = (soc: number) => new Float64Array(100).fill(soc);
    spread.look(0, level(90.25));
    expect(spread.isDue(1)).toBe(false);
    expect(spread.isDue(3)).toBe(true);
    spread.look(4, level(80.25));
    for (let day = 1; day < 4; day++) {
      expect(spread.likelyPct[day]).toBeCloseTo(
        spread.likelyPct[0]! + ((spread.likelyPct[4]! - spread.likelyPct[0]!) * day) / 4,
        9,
      );
    }
    // The last day is always looked at.
    expect(spread.isDue(9)).toBe(true);
  });
});

describe('bins of half a percent', () => {
  it('rise with the charge, and hold what lies beyond them', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -1000, max: 1000, noNaN: true }),
        fc.double({ min: 0, max: 50, noNaN: true }),
        (soc, more) => expect(binOf(soc + more)).toBeGreaterThanOrEqual(binOf(soc)),
      ),
    );
    expect(binOf(-1e6)).toBe(0);
    expect(binOf(1e6)).toBe(binOf(109.9));
  });

  it('have the freezing points of the acid in their middle', () => {
    const table = freezingTable('flooded');
    for (const soc of [5.25, 40.25, 70.25, 99.75]) {
      expect(table[binOf(soc)]).toBeCloseTo(freezingOfSoc('flooded', soc)!, 9);
    }
    expect(freezingTable('lfp')[binOf(50)]).toBe(-Infinity);
  });
});
