import fc from 'fast-check';
import { TrueBattery, type BatteryTruth } from './battery';
import { show, showMilliamps } from './meter';
import { random, randomOne } from './random';
import { hallAir, outdoors } from './weather';

const truth = (more: Partial<BatteryTruth> = {}): BatteryTruth => ({
  chemistry: 'flooded',
  cells: 6,
  ratedAh: 60,
  health: 1,
  selfPctPerMonth: 4,
  drawMa: () => 20,
  offsetVolts: 0,
  lagHours: 6,
  weakCellPctPerDay: 0,
  ...more,
});
const live = (battery: TrueBattery, hours: number, air = 20, amps = 0) => {
  for (let hour = 0; hour < hours; hour++) battery.live(air, amps);
};

describe('a true battery', () => {
  it('loses its draw and its self-discharge, ampere-hour by ampere-hour', () => {
    const battery = new TrueBattery(truth(), { share: 1, celsius: 20 });
    live(battery, 240);
    // 20 mA for ten days are 4.8 Ah, self-discharge a third of 4 %: 0.8 Ah; of 60 Ah 9.3 %.
    expect(battery.socPct).toBeCloseTo(100 - 9.33, 1);
  });

  it('loses its own discharge alone with the negative off', () => {
    const off = new TrueBattery(truth(), { share: 1, celsius: 20 });
    off.connected = false;
    live(off, 720);
    expect(off.socPct).toBeCloseTo(96, 1);
  });

  it('loses less in the cold, and lags its hall by hours', () => {
    const cold = new TrueBattery(truth({ drawMa: () => 0 }), { share: 1, celsius: 20 });
    live(cold, 3, -10);
    expect(cold.temperature).toBeGreaterThan(0);
    live(cold, 720, -10);
    expect(cold.temperature).toBeCloseTo(-10, 1);
    expect(cold.socPct).toBeGreaterThan(98.8);
  });

  it('fills on a charger, shows surface charge, and loses that in hours', () => {
    const battery = new TrueBattery(truth({ drawMa: () => 0 }), { share: 0.5, celsius: 20 });
    const low = battery.volts;
    live(battery, 60, 20, 6);
    expect(battery.full).toBe(true);
    const fresh = battery.volts;
    expect(fresh).toBeGreaterThan(12.9);
    live(battery, 4);
    const rested = battery.volts;
    expect(rested).toBeLessThan(fresh - 0.2);
    live(battery, 48);
    expect(battery.volts).toBeGreaterThan(low);
    expect(battery.volts).toBeCloseTo(12.65, 1);
  });

  it('falls faster in volts when it is sulfated, and when one cell leaks', () => {
    const fall = (more: Partial<BatteryTruth>) => {
      const battery = new TrueBattery(truth({ drawMa: () => 10, ...more }), {
        share: 1,
        celsius: 15,
      });
      const before = battery.volts;
      live(battery, 24 * 20, 15);
      return before - battery.volts;
    };
    const sound = fall({});
    expect(fall({ health: 0.5 })).toBeGreaterThan(1.6 * sound);
    expect(fall({ weakCellPctPerDay: 1.5 })).toBeGreaterThan(1.4 * sound);
  });

  it('of any chemistry shows more volts the fuller it is', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('flooded' as const, 'efb' as const, 'agm' as const, 'gel' as const),
        fc.double({ min: -0.2, max: 0.95, noNaN: true }),
        (chemistry, share) => {
          const volts = (at: number) =>
            new TrueBattery(truth({ chemistry }), { share: at, celsius: 20 }).volts;
          expect(volts(share + 0.05)).toBeGreaterThan(volts(share));
        },
      ),
    );
  });
});

describe('weather and halls', () => {
  const seasonal = (day: number) => 8 - day * 0.1;
  const outside = outdoors(90, seasonal, [{ fromDay: 60, days: 10, kelvin: 12 }], random(3));

  it('are the same for the same seed and differ for another', () => {
    expect([...outdoors(90, seasonal, [], random(5)).celsius]).toEqual([
      ...outdoors(90, seasonal, [], random(5)).celsius,
    ]);
    expect(outdoors(90, seasonal, [], random(6)).celsius[100]).not.toBe(
      outdoors(90, seasonal, [], random(5)).celsius[100],
    );
  });

  it('have a cold spell where one was ordered', () => {
    const without = outdoors(90, seasonal, [], random(3));
    const mid = 65 * 24;
    expect(without.celsius[mid]! - outside.celsius[mid]!).toBeGreaterThan(10);
    expect(without.celsius[10 * 24]).toBe(outside.celsius[10 * 24]);
  });

  const swing = (hours: Float64Array) => {
    let sum = 0;
    for (let i = 1; i < hours.length; i++) sum += Math.abs(hours[i]! - hours[i - 1]!);
    return sum / hours.length;
  };

  it('an unheated hall follows the air with a lag, a heated one keeps its setpoint', () => {
    const base = { gainKelvin: 2, setpointCelsius: 12 };
    const shed = hallAir({ kind: 'unheated', lagHours: 30, ...base }, outside, random(1)).celsius;
    expect(swing(shed)).toBeLessThan(swing(outside.celsius) / 4);
    const warm = hallAir({ kind: 'heated', lagHours: 40, ...base }, outside, random(1)).celsius;
    expect(Math.min(...warm.slice(240))).toBeGreaterThan(9);
  });
});

describe('a hand meter', () => {
  it('shows two decimals, near the truth, less what the clamp takes', () => {
    const meter = { gain: 1, offsetVolts: 0, noiseVolts: 0.003 };
    const chance = random(9);
    const seen = Array.from({ length: 400 }, () => show(meter, 12.5, 0, chance));
    for (const volts of seen) expect(Math.round(volts * 100)).toBeCloseTo(volts * 100, 6);
    expect(seen.reduce((sum, volts) => sum + volts, 0) / seen.length).toBeCloseTo(12.5, 2);
    expect(show({ ...meter, noiseVolts: 0 }, 12.5, 0.02, chance)).toBe(12.48);
    expect(show(meter, -3, 0, chance)).toBe(0);
  });

  it('shows milliamps in tenths and never less than none', () => {
    const chance = random(2);
    const seen = Array.from({ length: 200 }, () => showMilliamps(15, chance));
    expect(seen.reduce((sum, one) => sum + one, 0) / seen.length).toBeCloseTo(15, 0);
    for (let i = 0; i < 50; i++) expect(showMilliamps(0, chance)).toBeGreaterThanOrEqual(0);
  });

  it('one of many: seeds side by side are a population', () => {
    const first = Array.from({ length: 2000 }, (_, i) => randomOne(7_000_000 + i).uniform());
    for (let tenth = 0; tenth < 10; tenth++) {
      const share = first.filter((value) => Math.floor(10 * value) === tenth).length / 2000;
      expect(share).toBeGreaterThan(0.07);
      expect(share).toBeLessThan(0.13);
    }
    // Neighbours have nothing to do with each other.
    const mean = first.reduce((sum, value) => sum + value, 0) / 2000;
    const with_ = first
      .slice(1)
      .reduce((sum, value, i) => sum + (value - mean) * (first[i]! - mean), 0);
    const own = first.reduce((sum, value) => sum + (value - mean) ** 2, 0);
    expect(Math.abs(with_ / own)).toBeLessThan(0.08);
    expect(randomOne(5).uniform()).toBe(randomOne(5).uniform());
  });

  it('draws from chance that is even and normal', () => {
    const chance = random(11);
    const uniform = Array.from({ length: 4000 }, () => chance.uniform());
    expect(uniform.reduce((a, b) => a + b, 0) / 4000).toBeCloseTo(0.5, 1);
    const normal = Array.from({ length: 4000 }, () => chance.normal());
    const mean = normal.reduce((a, b) => a + b, 0) / 4000;
    const variance = normal.reduce((a, b) => a + (b - mean) ** 2, 0) / 4000;
    expect(mean).toBeCloseTo(0, 1);
    expect(variance).toBeGreaterThan(0.9);
    expect(variance).toBeLessThan(1.1);
  });
});
