import fc from 'fast-check';
import { CHEMISTRIES, CHEMISTRY_IDS, cellsFor } from './chemistries';
import { SCALES } from './scales';
import { socOfVolts, stateOfCharge, surfaceChargeVolts, voltsOfSoc } from './state-of-charge';

const at12V = { chemistry: 'flooded', cells: 6, scale: 'published' } as const;

describe('resting voltage of a flooded battery', () => {
  // Battery Council International, battery service manual, open-circuit table, 26.7 °C
  // (from memory, ±0.03 V).
  it.each([
    [100, 12.65],
    [75, 12.45],
    [50, 12.24],
    [25, 12.06],
    [0, 11.89],
  ])('%d %% stands for %d V within 0.03 V', (socPct, volts) => {
    expect(Math.abs(voltsOfSoc({ ...at12V, socPct, celsius: 26.7 }) - volts)).toBeLessThan(0.03);
    const answer = stateOfCharge({ ...at12V, volts, celsius: 26.7, restedHours: 24 });
    expect(answer.value).toBeCloseTo(socPct, 1);
    expect(answer.low).toBeLessThanOrEqual(socPct);
    expect(answer.high).toBeGreaterThanOrEqual(socPct);
  });

  // Linden's Handbook of Batteries: E ≈ SG + 0.845 for each cell, ±0.02 V.
  it('agrees with its acid by E = SG + 0.845', () => {
    for (const [socPct, gravity] of CHEMISTRIES.flooded.acid!) {
      if (socPct < 0) continue;
      const perCell = voltsOfSoc({ ...at12V, socPct, celsius: 26.7 }) / 6;
      expect(Math.abs(perCell - (gravity + 0.845))).toBeLessThan(0.02);
    }
  });
});

describe('data-sheet scales, from memory', () => {
  it.each([
    ['agm', 'agm', [12.85, 12.6, 12.3, 12.0, 11.8]],
    ['gel', 'gel', [12.85, 12.65, 12.35, 12.0, 11.8]],
    ['efb', 'calcium', [12.68, 12.48, 12.27, 12.09, 11.92]],
  ] as const)('%s on the scale %s', (chemistry, scale, volts) => {
    volts.forEach((value, i) => {
      const at = { chemistry, scale, cells: 6, celsius: SCALES[scale].celsius };
      expect(socOfVolts({ ...at, volts: value })).toBeCloseTo(100 - 25 * i, 3);
    });
  });

  it('lithium separates full, working range and empty, and no more', () => {
    const at = { chemistry: 'lfp', cells: 4, scale: 'lfp', celsius: 20, restedHours: 24 } as const;
    const working = stateOfCharge({ ...at, volts: 13.2 });
    expect(working.high - working.low).toBeGreaterThan(40);
    expect(working.low).toBeGreaterThan(10);
    expect(stateOfCharge({ ...at, volts: 13.6 }).low).toBeGreaterThan(90);
    expect(stateOfCharge({ ...at, volts: 11.8 }).high).toBeLessThan(10);
  });
});

describe('common practice', () => {
  it('the schools disagree about 12.4 V as they are said to', () => {
    const at = { ...at12V, volts: 12.4, celsius: 25 };
    expect(socOfVolts({ ...at, scale: 'sealed-school' })).toBeCloseTo(75, 3);
    expect(socOfVolts({ ...at, scale: 'cautious' })).toBeCloseTo(50, 3);
  });

  it('the default recharge line means 12.4 V at rest in every lead-acid chemistry', () => {
    for (const id of ['flooded', 'efb', 'agm', 'gel'] as const) {
      const chemistry = CHEMISTRIES[id];
      const scale = chemistry.scales[0]!;
      const celsius = SCALES[scale].celsius;
      const socPct = chemistry.lineSocPct;
      const volts = voltsOfSoc({ chemistry: id, cells: 6, scale, celsius, socPct });
      expect(volts).toBeCloseTo(12.4, 2);
    }
  });

  it('a six-volt battery reads half, an eight-volt block two thirds', () => {
    for (const [nominal, share] of [
      [6, 1 / 2],
      [8, 2 / 3],
      [24, 2],
      [48, 4],
    ] as const) {
      const cells = cellsFor('flooded', nominal);
      const soc = socOfVolts({ ...at12V, cells, volts: 12.45 * share, celsius: 26.7 });
      expect(soc).toBeCloseTo(75, 2);
    }
  });

  it('over-discharge is a state of its own: 10.5 V is far under zero', () => {
    const soc = stateOfCharge({ ...at12V, volts: 10.5, celsius: 25, restedHours: 24 });
    expect(soc.value).toBeLessThan(-60);
    expect(soc.low).toBeLessThan(soc.value);
  });
});

describe('doubt', () => {
  it('is wider the shorter the rest, and opens downward first', () => {
    const of = (restedHours: number) =>
      stateOfCharge({ ...at12V, volts: 12.5, celsius: 20, restedHours });
    const hours = [0, 1, 4, 12, 24, 48];
    for (let i = 1; i < hours.length; i++) {
      const shorter = of(hours[i - 1]!);
      const longer = of(hours[i]!);
      expect(shorter.high - shorter.low).toBeGreaterThan(longer.high - longer.low);
    }
    const soon = of(1);
    expect(soon.value - soon.low).toBeGreaterThan(soon.high - soon.value);
  });

  it('of surface charge falls with rest and is gone in days', () => {
    for (const id of CHEMISTRY_IDS) {
      const cells = cellsFor(id, 12);
      expect(surfaceChargeVolts(id, cells, 0)).toBeGreaterThan(0.1);
      expect(surfaceChargeVolts(id, cells, 72)).toBeLessThan(0.002);
      expect(surfaceChargeVolts(id, cells, -5)).toBe(surfaceChargeVolts(id, cells, 0));
    }
  });
});

describe('laws', () => {
  const situation = fc.record({
    chemistry: fc.constantFrom(...CHEMISTRY_IDS),
    celsius: fc.double({ min: -30, max: 45, noNaN: true }),
    nominal: fc.constantFrom(6, 8, 12, 24, 36, 48),
    pick: fc.nat(3),
  });

  it('volts and state of charge are each other’s inverse on every scale', () => {
    fc.assert(
      fc.property(situation, fc.double({ min: -80, max: 100, noNaN: true }), (s, socPct) => {
        const scales = CHEMISTRIES[s.chemistry].scales;
        const at = {
          chemistry: s.chemistry,
          cells: cellsFor(s.chemistry, s.nominal),
          celsius: s.celsius,
          scale: scales[s.pick % scales.length]!,
        };
        expect(socOfVolts({ ...at, volts: voltsOfSoc({ ...at, socPct }) })).toBeCloseTo(socPct, 4);
      }),
    );
  });

  it('more volts never mean less charge', () => {
    fc.assert(
      fc.property(situation, fc.double({ min: 1.4, max: 2.4, noNaN: true }), (s, perCell) => {
        const cells = cellsFor(s.chemistry, s.nominal);
        const scale = CHEMISTRIES[s.chemistry].scales[0]!;
        const at = { chemistry: s.chemistry, cells, celsius: s.celsius, scale, restedHours: 8 };
        const less = stateOfCharge({ ...at, volts: perCell * cells });
        const more = stateOfCharge({ ...at, volts: (perCell + 0.01) * cells });
        expect(more.value).toBeGreaterThanOrEqual(less.value);
        expect(more.low).toBeGreaterThanOrEqual(less.low);
      }),
    );
  });
});
