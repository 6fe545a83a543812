import fc from 'fast-check';
import { peukertHours } from '../drain/peukert';
import { chargeShare, cranking, powerAskedPct, powerLeftPct } from './cranking';

describe('cranking in the cold', () => {
  // Battery Council International: 80 °F 100 % / 100 %, 32 °F 65 % / 165 %, 0 °F 40 % / 250 %
  // (from memory; ±5 points and ±15 points).
  it.each([
    [26.7, 100, 100],
    [0, 65, 165],
    [-17.8, 40, 250],
  ])('at %d °C %d %% is left, and %d %% is asked', (celsius, left, asked) => {
    expect(Math.abs(powerLeftPct(celsius) - left)).toBeLessThanOrEqual(5);
    expect(Math.abs(powerAskedPct(celsius) - asked)).toBeLessThanOrEqual(15);
  });

  it('a full battery gives its cold cranking amps at −18 °C (SAE J537)', () => {
    const at = { socPct: 100, celsius: -18, coldCrankingAmps: 540, capacityAh: 60 };
    expect(cranking(at).availableAmps).toBeCloseTo(540, 0);
  });

  it('colder and emptier never start better', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -30, max: 30, noNaN: true }),
        fc.double({ min: -20, max: 100, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        (celsius, socPct, by) => {
          const at = (c: number, s: number) =>
            cranking({ celsius: c, socPct: s, coldCrankingAmps: 500, capacityAh: 60 });
          const here = at(celsius, socPct);
          expect(at(celsius - by, socPct).availableAmps).toBeLessThanOrEqual(here.availableAmps);
          expect(at(celsius - by, socPct).askedAmps).toBeGreaterThanOrEqual(here.askedAmps);
          expect(at(celsius, socPct - by).crankingPct).toBeLessThanOrEqual(here.crankingPct);
        },
      ),
    );
    expect(chargeShare(100)).toBeCloseTo(1, 9);
    expect(chargeShare(0)).toBe(0);
  });
});

describe('Peukert’s law', () => {
  // Peukert 1897. By hand: 100 Ah, 20 h, k 1.2, 10 A: 20 · (100 / 200)^1.2 = 8.706 h.
  it('the worked example', () => {
    expect(peukertHours(100, 10, 1.2)).toBeCloseTo(8.7055, 3);
    expect(peukertHours(100, 5, 1.2)).toBeCloseTo(20, 9);
  });

  it('an ideal battery gives its ampere-hours at any current', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 500, noNaN: true }),
        fc.double({ min: 0.01, max: 200, noNaN: true }),
        (capacityAh, amps) => {
          expect(peukertHours(capacityAh, amps, 1) * amps).toBeCloseTo(capacityAh, 6);
        },
      ),
    );
    expect(peukertHours(60, 0, 1.2)).toBe(Infinity);
  });
});
