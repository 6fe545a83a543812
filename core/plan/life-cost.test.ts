import fc from 'fast-check';
import { CHEMISTRY_IDS } from '../battery/chemistries';
import { newPrice } from '../charging/recovery';
import { DEFAULT_RULES, applyPatch } from '../rules/rules';
import { lifeCost, lifeTotal } from './life-cost';

const FLOODED = { chemistry: 'flooded' as const, capacityAh: 60 };
const price = newPrice('flooded', 60, DEFAULT_RULES);
const nothing = { underDepthDays: 0, chanceFreeze: 0, factorDays: 0, chargedPct: 0 };
const cost = (kept: Partial<typeof nothing>, battery = FLOODED, rules = DEFAULT_RULES) =>
  lifeCost({ ...nothing, ...kept }, battery, rules);

describe('what a stay costs a battery of its life', () => {
  it('is nothing where nothing happens to it', () => {
    expect(lifeTotal(cost({}))).toBe(0);
  });

  it('is a whole battery after a whole life of each kind, and never more', () => {
    // A hundredth of its life for a day flat: our own assumption.
    expect(cost({ underDepthDays: 1 }).sulfation).toBeCloseTo(price / 100, 9);
    expect(cost({ underDepthDays: 5000 }).sulfation).toBe(price);
    // Five years at 20 °C: common practice.
    expect(cost({ factorDays: 5 * 365 }).heat).toBeCloseTo(price, 9);
    // Two hundred and fifty times down to about 12 V: common practice.
    expect(cost({ chargedPct: 250 * 75 }).cycles).toBeCloseTo(price, 9);
  });

  it('frozen, it costs a fifth more than a new one, for what is spilt', () => {
    expect(cost({ chanceFreeze: 1 }).freezing).toBeCloseTo(1.2 * price, 9);
    expect(cost({ chanceFreeze: 0.1 }).freezing).toBeCloseTo(0.12 * price, 9);
  });

  it('lithium does not sulfate, and lives through eight times the cycles', () => {
    const lithium = { chemistry: 'lfp' as const, capacityAh: 60 };
    const one = lifeCost(
      { ...nothing, underDepthDays: 10, chargedPct: 150 },
      lithium,
      DEFAULT_RULES,
    );
    expect(one.sulfation).toBe(0);
    // Data sheets, from memory: 2,000 cycles against 250.
    const same = newPrice('lfp', 60, DEFAULT_RULES);
    expect(one.cycles / same).toBeCloseTo(cost({ chargedPct: 150 }).cycles / price / 8, 9);
  });

  it('what the house leaves out counts nothing, and the rest as before', () => {
    const kept = { underDepthDays: 3, chanceFreeze: 0.02, factorDays: 90, chargedPct: 120 };
    const all = cost(kept);
    for (const [rule, part] of [
      ['lifeSulfation', 'sulfation'],
      ['lifeFreezing', 'freezing'],
      ['lifeHeat', 'heat'],
      ['lifeCycles', 'cycles'],
    ] as const) {
      const without = cost(kept, FLOODED, applyPatch(DEFAULT_RULES, { [rule]: 'leave' }));
      expect(without).toEqual({ ...all, [part]: 0 });
    }
  });

  it('grows with everything that wears it, and with the price of the battery', () => {
    const part = (max: number) => fc.double({ min: 0, max, noNaN: true });
    fc.assert(
      fc.property(
        fc.record({
          underDepthDays: part(60),
          chanceFreeze: part(0.5),
          factorDays: part(700),
          chargedPct: part(4000),
        }),
        fc.constantFrom(...CHEMISTRY_IDS),
        fc.double({ min: 0.01, max: 0.5, noNaN: true }),
        (kept, chemistry, more) => {
          const battery = { chemistry, capacityAh: 80 };
          const total = lifeTotal(lifeCost(kept, battery, DEFAULT_RULES));
          for (const key of Object.keys(kept) as (keyof typeof kept)[]) {
            const worse = { ...kept, [key]: kept[key] * (1 + more) };
            expect(lifeTotal(lifeCost(worse, battery, DEFAULT_RULES))).toBeGreaterThanOrEqual(
              total,
            );
          }
          const larger = lifeCost(kept, { ...battery, capacityAh: 160 }, DEFAULT_RULES);
          // Prices are whole.
          const [of, twice] = [80, 160].map((ah) => newPrice(chemistry, ah, DEFAULT_RULES));
          expect(lifeTotal(larger) / twice!).toBeCloseTo(total / of!, 9);
        },
      ),
    );
  });
});
