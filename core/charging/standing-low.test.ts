import fc from 'fast-check';
import { daysUntilWorn } from './standing-low';

describe('standing part charged', () => {
  // J. Schiffer et al., J. Power Sources 168 (2007), from memory: 6.614e-5 and 3.307e-3 an hour.
  it('adds up hour by hour to what the sum of hours is', () => {
    for (const loss of [0.05, 0.3, 1, 4]) {
      let wear = 0;
      let hours = 0;
      while (wear < 1) {
        const missing = 0.01 + (loss / 100) * (hours / 24);
        wear += 6.614e-5 + 3.307e-3 * missing;
        hours++;
      }
      expect(daysUntilWorn(loss)).toBeCloseTo(hours / 24, 0);
    }
  });

  it('asks for what people do: monthly where much is lost, a season where little is', () => {
    // Common practice: 30 to 35 days, and 90 for those that hold.
    expect(daysUntilWorn(1.5)).toBeGreaterThan(28);
    expect(daysUntilWorn(1.5)).toBeLessThan(45);
    expect(daysUntilWorn(0.2)).toBeGreaterThan(85);
    expect(daysUntilWorn(0)).toBeLessThan(700);
  });

  it('the more is lost, the sooner', () => {
    const loss = fc.double({ min: 0, max: 20, noNaN: true });
    fc.assert(
      fc.property(loss, loss, (a, b) => {
        const [less, more] = a < b ? [a, b] : [b, a];
        expect(daysUntilWorn(more)).toBeLessThanOrEqual(daysUntilWorn(less) + 1e-6);
      }),
    );
  });
});
