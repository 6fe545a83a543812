import fc from 'fast-check';
import { toDay } from '../day';
import { CONTROLLER_AH, SOLAR_KEPT, roofPanel, solarGainPct, solarHolds } from './solar-hold';
import { solarAmpHours } from './sun';

const FROM = toDay('2026-10-01');
const TO = toDay('2027-04-30');
const holds = (watts: number, lossAh: number, latitude = 52) =>
  solarHolds(roofPanel(watts, latitude), FROM, TO, () => lossAh);
const days = (stretches: ReturnType<typeof holds>) =>
  stretches.flatMap(({ from, to }) => Array.from({ length: to - from + 1 }, (_, i) => from + i));

describe('how long a panel on the roof holds a battery', () => {
  it('in autumn and in spring, and not about the shortest day', () => {
    const stretches = holds(10, 0.6);
    expect(stretches).toHaveLength(2);
    expect(stretches[0]!.from).toBe(FROM);
    expect(stretches[1]!.to).toBe(TO);
    const shortest = toDay('2026-12-21');
    expect(stretches[0]!.to).toBeLessThan(shortest);
    expect(stretches[1]!.from).toBeGreaterThan(shortest);
    // About as long before the shortest day as after it: the sun alone decides.
    const [before, after] = [shortest - stretches[0]!.to, stretches[1]!.from - shortest];
    expect(Math.abs(before - after)).toBeLessThan(4);
  });

  it('on the days on which it gives what is lost, and on no others', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 120, noNaN: true }),
        fc.double({ min: 0.05, max: 3, noNaN: true }),
        fc.double({ min: -60, max: 60, noNaN: true }),
        (watts, lossAh, latitude) => {
          const stretches = holds(watts, lossAh, latitude);
          const held = new Set(days(stretches));
          for (let day = FROM; day <= TO; day++) {
            const gives = solarAmpHours({ ...roofPanel(watts, latitude), day });
            expect(held.has(day)).toBe(gives >= lossAh);
          }
          // Stretches do not touch.
          stretches.slice(1).forEach(({ from }, i) => {
            expect(from).toBeGreaterThan(stretches[i]!.to + 1);
          });
        },
      ),
      { numRuns: 40 },
    );
  });

  it('longer with a larger panel, and shorter with a larger loss', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 5, max: 80, noNaN: true }),
        fc.double({ min: 0.1, max: 2, noNaN: true }),
        (watts, lossAh) => {
          const held = days(holds(watts, lossAh));
          const larger = new Set(days(holds(1.5 * watts, lossAh)));
          for (const day of held) expect(larger.has(day)).toBe(true);
          expect(days(holds(watts, 1.5 * lossAh)).length).toBeLessThanOrEqual(held.length);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('in the south when it is dark in the north', () => {
    const shortest = toDay('2026-12-21');
    const south = days(holds(10, 0.6, -52));
    expect(south).toContain(shortest);
    expect(days(holds(10, 0.6))).not.toContain(shortest);
  });
});

describe('what a panel adds', () => {
  it('is what it gives, less the controller and what is lost in charging', () => {
    const panel = roofPanel(30, 48);
    const gain = solarGainPct(panel, FROM, 3, 80);
    const into = solarAmpHours({ ...panel, day: FROM + 2 }) - CONTROLLER_AH;
    expect(gain).toHaveLength(3);
    expect(gain[2]).toBeCloseTo((100 * SOLAR_KEPT * into) / 80, 9);
  });

  it('is never less than nothing, in the dark of a polar winter', () => {
    const gain = solarGainPct(roofPanel(10, 78), toDay('2026-12-01'), 40, 60);
    expect(Math.max(...gain)).toBe(0);
    expect(Math.min(...gain)).toBe(0);
  });
});
