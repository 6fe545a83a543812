import fc from 'fast-check';
import { peukertHours } from '../drain/peukert';
import { exactly } from '../estimate';
import { normalBelow } from '../normal';
import {
  chargeShare,
  powerAskedPct,
  powerLeftPct,
  ratedAmps,
  startChance,
  type Fuel,
  type StartQuestion,
} from './cranking';
import { crankingHealth, type HealthTest } from './cranking-health';

const start = (more: Partial<StartQuestion>) =>
  startChance({
    socPct: exactly(100),
    celsius: 20,
    rated: ratedAmps(540, 60),
    health: exactly(1),
    engine: { displacementCc: null, fuel: null },
    ...more,
  });

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
    expect(start({ socPct: exactly(100), celsius: -18 }).availableAmps.value).toBeCloseTo(540, 0);
  });

  it('colder, emptier and weaker never start better', () => {
    fc.assert(
      fc.property(
        fc.double({ min: -30, max: 30, noNaN: true }),
        fc.double({ min: -20, max: 100, noNaN: true }),
        fc.double({ min: 0.2, max: 1.1, noNaN: true }),
        fc.double({ min: 0.1, max: 20, noNaN: true }),
        (celsius, socPct, health, by) => {
          const here = start({ celsius, socPct: exactly(socPct), health: exactly(health) });
          for (const worse of [
            start({ celsius: celsius - by, socPct: exactly(socPct), health: exactly(health) }),
            start({ celsius, socPct: exactly(socPct - by), health: exactly(health) }),
            start({ celsius, socPct: exactly(socPct), health: exactly(health * (1 - by / 25)) }),
          ]) {
            expect(worse.chance.value).toBeLessThanOrEqual(here.chance.value + 1e-9);
            expect(worse.powerPct).toBeLessThanOrEqual(here.powerPct + 1e-9);
          }
          const { low, value, high } = here.chance;
          expect(low).toBeLessThanOrEqual(value + 1e-6);
          expect(high).toBeGreaterThanOrEqual(value - 1e-6);
        },
      ),
    );
    expect(chargeShare(100)).toBeCloseTo(1, 9);
    expect(chargeShare(-20)).toBe(0);
  });

  // Common practice: a healthy full battery starts its car at the cold that it is rated for; one
  // under 12.0 V (some 10 %) does not start it in frost.
  it('a good one starts in frost, a flat one does not, and between them nobody is sure', () => {
    expect(start({ celsius: -18 }).chance.value).toBeGreaterThan(0.9);
    expect(start({ celsius: -5, socPct: exactly(8) }).chance.value).toBeLessThan(0.1);
    const between = start({ celsius: -10, socPct: exactly(60), health: exactly(0.6) }).chance;
    expect(between.value).toBeGreaterThan(0.2);
    expect(between.value).toBeLessThan(0.98);
  });

  it('doubt of the charge widens the range and draws the chance toward the middle', () => {
    const sure = start({ celsius: -5, socPct: exactly(45) }).chance;
    const unsure = start({ celsius: -5, socPct: { value: 45, low: 10, high: 80 } }).chance;
    expect(unsure.high - unsure.low).toBeGreaterThan(sure.high - sure.low);
    expect(Math.abs(unsure.value - 0.5)).toBeLessThan(Math.abs(sure.value - 0.5));
  });

  // Common practice: two cranking amps for a cubic inch of diesel, one for one of petrol.
  it('an engine too large for its battery asks more than the battery says', () => {
    const asked = (displacementCc: number | null, fuel: Fuel | null) =>
      start({ celsius: -18, engine: { displacementCc, fuel } }).askedAmps.value;
    expect(asked(null, null)).toBeCloseTo(389, 0);
    expect(asked(1500, 'petrol')).toBe(asked(null, null));
    expect(asked(6000, 'diesel')).toBeCloseTo(732, 0);
  });
});

describe('what age and tests leave of it', () => {
  it('falls with the years, and is surer new than old', () => {
    const at = (ageYears: number | null) =>
      crankingHealth({ ageYears, capacityShare: null, tests: [] });
    const ages = [0, 2, 4, 6, 9, 14].map(at);
    for (let i = 1; i < ages.length; i++) {
      expect(ages[i]!.value).toBeLessThan(ages[i - 1]!.value);
      expect(ages[i]!.high / ages[i]!.low).toBeGreaterThan(ages[i - 1]!.high / ages[i - 1]!.low);
    }
    expect(at(null).high / at(null).low).toBeGreaterThan(at(5).high / at(5).low);
  });

  it('a test moves it toward what it says, an old one less, and never widens it', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 12, noNaN: true }),
        fc.double({ min: 0.1, max: 1.1, noNaN: true }),
        fc.double({ min: 0.05, max: 0.5, noNaN: true }),
        fc.double({ min: 0, max: 5, noNaN: true }),
        (ageYears, share, sd, yearsAgo) => {
          const ask = (tests: HealthTest[]) =>
            crankingHealth({ ageYears, capacityShare: null, tests }).value;
          const before = ask([]);
          const fresh = ask([{ share, sd, yearsAgo: 0 }]);
          const old = ask([{ share, sd, yearsAgo }]);
          expect(Math.abs(Math.log(share / fresh))).toBeLessThanOrEqual(
            Math.abs(Math.log(share / before)) + 1e-9,
          );
          expect(Math.abs(old - before)).toBeLessThanOrEqual(Math.abs(fresh - before) + 1e-9);
        },
      ),
    );
  });
});

// Standard normal table, Abramowitz and Stegun, table 26.1.
test.each([
  [0, 0.5],
  [1, 0.8413447],
  [1.6449, 0.95],
  [-2, 0.0227501],
])('the chance of a normal value under %d is %d', (z, chance) => {
  expect(normalBelow(z)).toBeCloseTo(chance, 5);
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
