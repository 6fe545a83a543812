import fc from 'fast-check';
import { toDay } from '../day';
import {
  CONTROLLER_AH,
  SOLAR_KEPT,
  panelAmpHours,
  panelAt,
  solarGainPct,
  solarHolds,
} from './solar-hold';
import { solarAmpHours } from './sun';

const FROM = toDay('2026-10-01');
const TO = toDay('2027-04-30');
const FLAT = { panelMount: 'flat', panelShade: 'open' } as const;
const roofPanel = (watts: number, latitude: number) => panelAt(watts, latitude, 35, FLAT);
const mild = () => 8;
const holds = (watts: number, lossAh: number, latitude = 52) =>
  solarHolds(roofPanel(watts, latitude), FROM, TO, () => lossAh, mild);
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
            const gives = panelAmpHours(roofPanel(watts, latitude), day, 8);
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
    const gain = solarGainPct(panel, FROM, 3, 80, mild);
    const into = panelAmpHours(panel, FROM + 2, 8) - CONTROLLER_AH;
    expect(gain).toHaveLength(3);
    expect(gain[2]).toBeCloseTo((100 * SOLAR_KEPT * into) / 80, 9);
  });

  it('is never less than nothing, in the dark of a polar winter', () => {
    const gain = solarGainPct(roofPanel(10, 78), toDay('2026-12-01'), 40, 60, mild);
    expect(Math.max(...gain)).toBe(0);
    expect(Math.min(...gain)).toBe(0);
  });
});

describe('a panel as it is mounted, in winter', () => {
  const december = toDay('2026-12-21');
  const gives = (
    panelMount: 'flat' | 'steep',
    panelShade: 'open' | 'some' | 'much',
    celsius = 4,
    clear = 30,
  ) => panelAmpHours(panelAt(80, 55, clear, { panelMount, panelShade }), december, celsius);

  // The sun by FAO 56; the shares are common practice, and each of them only takes away.
  it('gives less for dirt, shade, snow and cloud, and more leaned to the low sun', () => {
    const bare = solarAmpHours({ latitude: 55, day: december, watts: 80, clearness: 0.3, tilt: 5 });
    expect(gives('flat', 'open')).toBeLessThan(bare);
    expect(gives('flat', 'some')).toBeLessThan(gives('flat', 'open'));
    expect(gives('flat', 'much')).toBeLessThan(gives('flat', 'some'));
    expect(gives('flat', 'open', -4)).toBeLessThan(gives('flat', 'open', 4));
    expect(gives('flat', 'open', 4, 22)).toBeLessThan(gives('flat', 'open', 4, 30));
    expect(gives('steep', 'open')).toBeGreaterThan(gives('flat', 'open'));
    // Snow slides off a steep one.
    expect(gives('steep', 'open', -4) / gives('steep', 'open')).toBeGreaterThan(0.8);
  });

  it('80 W at 55° north do not hold 60 mA through the winter', () => {
    const loss = (0.06 * 24) / SOLAR_KEPT + CONTROLLER_AH;
    const panel = panelAt(80, 55, 30, { panelMount: 'flat', panelShade: 'open' });
    const held = solarHolds(
      panel,
      FROM,
      TO,
      () => loss,
      () => 2,
    );
    expect(held).toHaveLength(2);
    expect(held[0]!.to).toBeLessThan(toDay('2026-12-10'));
    expect(held[1]!.from).toBeGreaterThan(toDay('2027-01-05'));
  });
});
