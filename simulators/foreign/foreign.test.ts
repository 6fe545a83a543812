import { readFileSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { randomOne } from '../random';
import {
  cellVolts,
  freezesAt,
  gravityOf,
  molalityAt,
  molalityShowing,
  phosphateVolts,
} from './acid';
import { Cells, type Made } from './cells';
import { CONDITIONS } from './conditions';
import { KeptCells, type Given } from './kept';
import { siteOf, winterAt } from './winter';

const acid = { full: molalityShowing(12.65 / 6), empty: molalityShowing(11.89 / 6) };
const made: Made = {
  cells: 6,
  ampHours: 60,
  acid,
  poreShare: 0.4,
  diffusionHours: 3,
  lingers: [{ volts: 0.03, hours: 1.5 }],
  stratified: { volts: 0, days: 10 },
  hysteresis: { volts: 0, days: 2 },
  selfPerDay: 0.001,
  activationJoules: 50_000,
  growsPerMonth: 0,
  locked: 0,
  leakPerDay: 0,
  lagHours: 6,
};

describe('a world of other laws', () => {
  it('knows nothing of the core that it is to judge', () => {
    for (const file of readdirSync(__dirname).filter((name) => !name.endsWith('.test.ts'))) {
      const text = readFileSync(join(__dirname, file), 'utf8');
      const from = [...text.matchAll(/from '([^']+)'/g)].map(([, path]) => path);
      expect(from.filter((path) => path !== '../random' && !path!.startsWith('./'))).toEqual([]);
    }
  });

  // Bode, Lead-Acid Batteries (from memory, ±5 mV a cell).
  it.each([
    [5.54, 12.65],
    [2.09, 11.88],
  ])('acid of %d mol/kg shows %d V in six cells', (molality, volts) => {
    expect(Math.abs(6 * cellVolts(molality, 25) - volts)).toBeLessThan(0.03);
  });

  it('acid thins as it goes into the plates, and is as it was when it comes back', () => {
    expect(molalityAt(acid, 1)).toBeCloseTo(acid.full, 9);
    expect(molalityAt(acid, 0)).toBeCloseTo(acid.empty, 9);
    const share = fc.double({ min: -0.3, max: 1, noNaN: true });
    fc.assert(
      fc.property(share, share, (a, b) => {
        const [less, more] = a < b ? [a, b] : [b, a];
        expect(molalityAt(acid, less)).toBeLessThanOrEqual(molalityAt(acid, more) + 1e-12);
        expect(phosphateVolts(less)).toBeLessThanOrEqual(phosphateVolts(more) + 1e-12);
      }),
    );
  });

  it('keeps its charge while its acid comes to rest, and loses by draw what was drawn', () => {
    const still = new Cells(
      { ...made, selfPerDay: 0 },
      { ...Cells.at(made, 0.8, 20).inside, pores: 0.9, between: 0.73 },
    );
    const before = still.share;
    for (let hour = 0; hour < 48; hour++) still.hour(20, 0, 0);
    expect(still.share).toBeCloseTo(before, 9);
    expect(still.inside.pores).toBeCloseTo(still.inside.between, 3);
    for (let hour = 0; hour < 24; hour++) still.hour(20, 0.25, 0);
    // 6 Ah of 60.
    expect(before - still.share).toBeCloseTo(0.1, 9);
  });

  it('loses more by itself where it is warm, and the longer it has stood where that grows', () => {
    const lost = (celsius: number, growsPerMonth: number, days: number) => {
      const one = Cells.at({ ...made, growsPerMonth }, 1, celsius);
      for (let hour = 0; hour < 24 * days; hour++) one.hour(celsius, 0, 0);
      return 1 - one.share;
    };
    // About double for ten degrees (Linden's Handbook of Batteries).
    const times = lost(25, 0, 10) / lost(15, 0, 10);
    expect(times).toBeGreaterThan(1.7);
    expect(times).toBeLessThan(2.3);
    expect(lost(20, 0.3, 120)).toBeGreaterThan(1.3 * lost(20, 0, 120));
  });

  it('reads high for a day after a charge, and comes up to its end', () => {
    const one = Cells.at(made, 0.5, 20);
    for (let hour = 0; hour < 60; hour++) one.hour(20, 0, 6);
    const fresh = one.volts;
    expect(one.share).toBeGreaterThan(0.97);
    for (let hour = 0; hour < 48; hour++) one.hour(20, 0, 0);
    expect(one.volts).toBeLessThan(fresh - 0.05);
    expect(one.volts).toBeCloseTo(12.65, 1);
  });

  it('winters the same for the same seed, in every condition', () => {
    const air = new Float64Array(175 * 24).fill(5);
    const lines = { flooded: 0.69, efb: 0.65, agm: 0.58, gel: 0.54, lfp: 0.3 };
    for (const condition of CONDITIONS) {
      const site = siteOf(1, condition);
      const winters = [1, 2, 3].map((seed) => winterAt(seed, site, air, 0, lines));
      expect(winterAt(2, site, air, 0, lines)).toEqual(winters[1]);
      expect(winters.every(({ looks }) => looks.length > 4)).toBe(true);
      for (const { looks, happenings } of winters) {
        for (const { upTo, at } of looks) expect(happenings[upTo - 1]).toMatchObject({ at });
      }
    }
  });
});

describe('a battery of it that is kept', () => {
  const [plain] = CONDITIONS;
  const early = CONDITIONS.find(({ name }) => name.startsWith('half of all charges'))!;
  const given = (more: Partial<Given> = {}): Given => ({
    ...{ kind: 'agm', cells: 6, ratedAh: 60, ageYears: 1, health: null, locked: 0, leakPerDay: 0 },
    drawMa: () => 20,
    ...more,
  });
  const begin = (more: Partial<Given> = {}, share = 0.5, condition = plain!, seed = 1) =>
    KeptCells.begin(given(more), { share, celsius: 10 }, siteOf(seed, condition), randomOne(seed));
  const charged = (one: KeptCells, hours = 72, floats = true) => {
    let holds = false;
    for (let half = 0; half < 2 * hours; half++) holds = one.onCharger(0.5, 10, 6, floats);
    return holds;
  };
  const stands = (one: KeptCells, days: number) => {
    for (let hour = 0; hour < 24 * days; hour++) one.live(10);
  };

  // Gable, Betz and Maron 1950, and tables of sulfuric acid, both from memory.
  it.each([
    [30, 4.37, -36, 1.216],
    [20, 2.55, -14, 1.137],
    [10, 1.13, -5.5, 1.064],
  ])(
    'acid of %d %% by weight freezes and weighs as it is published',
    (pct, molality, celsius, gravity) => {
      // Moles of acid (98.08 g) in a kilogram of water.
      expect(molality).toBeCloseTo((10 * pct) / 98.08 / (1 - pct / 100), 1);
      expect(freezesAt(molality)).toBe(celsius);
      expect(gravityOf(molality)).toBe(gravity);
    },
  );

  it('is charged to near full, says that it holds, and is kept there', () => {
    const one = begin();
    expect(charged(one)).toBe(true);
    expect(one.socPct).toBeGreaterThan(94);
    expect(one.full).toBe(true);
    const before = one.socPct;
    charged(one, 30 * 24);
    expect(Math.abs(one.socPct - before)).toBeLessThan(4);
    stands(one, 30);
    // 20 mA of 60 Ah are 0.8 % a day, and it loses a little by itself.
    expect(one.socPct).toBeLessThan(before - 20);
    expect(one.socPct).toBeGreaterThan(before - 40);
  });

  it('off its vehicle loses only what it loses by itself; full of charge it does not freeze', () => {
    const [on, off] = [begin({}, 0.95), begin({}, 0.95)];
    off.connected = false;
    stands(on, 30);
    stands(off, 30);
    expect(off.socPct - on.socPct).toBeGreaterThan(20);
    expect(off.socPct).toBeGreaterThan(88);
    expect(off.freezesAt!).toBeLessThan(-36);
    expect(begin({}, 0.1).freezesAt!).toBeGreaterThan(-16);
    expect(begin({ kind: 'lfp', cells: 4 }).freezesAt).toBeNull();
  });

  it('plates that hold sulfate do not come up, and a leaking cell shows in its own acid', () => {
    const weak = begin({ locked: 0.3, health: 0.5 });
    expect(charged(weak)).toBe(true);
    expect(weak.restPct).toBeCloseTo(70, -1);
    const leaking = begin({ kind: 'flooded', leakPerDay: 0.03 }, 0.95);
    leaking.connected = false;
    stands(leaking, 10);
    const [sound, failing] = leaking.gravities;
    expect(sound! - failing!).toBeGreaterThan(0.02);
    expect(leaking.restPct).toBeLessThan(leaking.socPct - 3);
  });

  it('half of the charges end early where chargers are of that kind', () => {
    const ends = Array.from({ length: 60 }, (_, seed) => {
      const one = begin({}, 0.6, early, seed + 1);
      // Where it ended, and not what its vehicle took since.
      one.connected = false;
      charged(one, 96, false);
      return one.socPct;
    });
    const short = ends.filter((pct) => pct < 96).length;
    expect(short).toBeGreaterThan(18);
    expect(short).toBeLessThan(42);
    expect(Math.min(...ends)).toBeGreaterThan(84);
  });
});
