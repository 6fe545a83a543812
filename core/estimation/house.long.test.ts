import fc from 'fast-check';
import { MS_PER_DAY } from '../day';
import { CHEMISTRIES } from '../battery/chemistries';
import { voltsOfSoc } from '../battery/state-of-charge';
import { random } from '../../simulators/random';
import { UNKNOWN_HOUSE, houseOf, houseOn, topReadings, type TopReading } from './house';
import { findingsOf } from './findings';
import { learn } from './learn';
import { question } from './learn.fixture';
import { chanceOf, learntSoc } from './answers';
import type { Observation } from './observations';

const AT = { chemistry: 'agm', cells: 6, scale: 'agm' } as const;

/** A battery charged so many times, and what a meter showed three days after each. */
function charged(shown: readonly number[]): Observation[] {
  return shown.flatMap((volts, i): Observation[] => [
    { kind: 'full', at: 30 * i * MS_PER_DAY },
    {
      kind: 'reading',
      at: (30 * i + 3) * MS_PER_DAY,
      id: String(i),
      volts,
      celsius: 25,
      restedHours: 72,
    },
  ]);
}

/** Forty batteries, three charges of each; a charge comes to `to`, and the meter is off. */
function site(to: (n: number, chance: ReturnType<typeof random>) => number, meter: number) {
  const chance = random(7);
  return Array.from({ length: 40 }, () => {
    const own = 0.018 * chance.normal();
    const volts = [0, 1, 2].map(
      (n) => voltsOfSoc({ ...AT, celsius: 25, socPct: to(n, chance) }) + own + meter,
    );
    return topReadings(AT, charged(volts), 0);
  });
}
const full = () => 98.7;

describe('what the records of a house tell together', () => {
  it('is nothing where nothing was read', () => {
    expect(houseOf([])).toBe(UNKNOWN_HOUSE);
    expect(houseOf([[], []])).toBe(UNKNOWN_HOUSE);
    // A flat voltage tells no top.
    expect(topReadings({ chemistry: 'lfp', cells: 4, scale: 'lfp' }, charged([13.4]), 0)).toEqual(
      [],
    );
  });

  it.each([-0.03, 0, 0.03])('is that its meter is off by %d V', (meter) => {
    const house = houseOf(site(full, meter));
    expect(house.offsets.agm.volts).toBeCloseTo(meter, 1.9);
    expect(Math.abs(house.offsets.agm.volts - meter)).toBeLessThan(0.008);
    // Of scales that nobody read it tells what the meter does, and less surely.
    expect(house.offsets.gel.sd).toBeGreaterThan(house.offsets.agm.sd);
    expect(house.early).toBeLessThan(0.2);
  });

  it('is that its chargers stop early, and not that its meter is off', () => {
    const house = houseOf(
      site((_, chance) => (chance.uniform() < 0.5 ? chance.between(88, 98) : 98.7), 0),
    );
    expect(house.early).toBeGreaterThan(0.2);
    expect(Math.abs(house.offsets.agm.volts)).toBeLessThan(0.02);
  });

  it('does not change with the order of its batteries, nor with a few that are weak', () => {
    const sound = site(full, 0.02);
    const weak = site(() => 70, 0.02).slice(0, 4);
    const house = houseOf([...sound, ...weak]);
    expect(houseOf([...weak, ...sound])).toEqual(house);
    expect(Math.abs(house.offsets.agm.volts - 0.02)).toBeLessThan(0.01);
  });

  it('moves with the meter: as much more on each reading, as much more in the house', () => {
    const tops = site(full, 0);
    fc.assert(
      fc.property(fc.double({ min: -0.03, max: 0.03, noNaN: true }), (shift) => {
        const shifted = tops.map((all) =>
          all.map((top): TopReading => ({ ...top, over: top.over + shift })),
        );
        const by = houseOf(shifted).offsets.agm.volts - houseOf(tops).offsets.agm.volts;
        // In steps of 4 mV, and held back a little by what is usual.
        expect(Math.abs(by - shift)).toBeLessThan(0.009);
      }),
      { numRuns: 25 },
    );
  });
});

describe('a battery that shows more than full', () => {
  // 12.7–12.8 V is full (common practice), over what the table has.
  it.each([
    ['flooded', 'published', 12.76],
    ['agm', 'agm', 12.95],
  ] as const)('is not weak: %s on %s at %d V, three times', (chemistry, scale, volts) => {
    const learnt = learn(
      question({
        chemistry,
        scale,
        more: charged([volts, volts, volts]),
        now: 70 * MS_PER_DAY,
        connected: false,
      }),
    );
    const kinds = findingsOf(learnt).map(({ kind }) => kind);
    expect(kinds).not.toContain('will-not-come-up');
    expect(learntSoc(learnt).value).toBeGreaterThan(95);
  });

  /** What may be wrong with a battery of which nothing was read: no more than this. */
  const BEFORE = 0.2;

  it('is never weaker, nor emptier, the more it shows', () => {
    const kind = fc.constantFrom(...(['flooded', 'efb', 'agm', 'gel'] as const));
    const volts = fc.double({ min: 11.9, max: 13.3, noNaN: true });
    const told = (chemistry: 'flooded' | 'efb' | 'agm' | 'gel', shown: number) => {
      const scale = CHEMISTRIES[chemistry].scales[0]!;
      const now = 3 * MS_PER_DAY;
      const more = charged([shown]);
      const learnt = learn(question({ chemistry, scale, more, now, connected: false }));
      return {
        weak: chanceOf(learnt, (one) => one.weak),
        troubled: chanceOf(learnt, (one) => one.weak || one.cause !== 'none'),
        slip: chanceOf(learnt, (one) => one.outliers.length > 0),
        soc: learntSoc(learnt).value,
      };
    };
    fc.assert(
      fc.property(
        kind,
        volts,
        fc.double({ min: 0.005, max: 0.4, noNaN: true }),
        (of, low, more) => {
          const lower = told(of, low);
          const higher = told(of, Math.min(13.3, low + more));
          // So little that it is rather a slip of the hand is not weak for certain, and so much
          // leaves what was believed before anything was read.
          expect(higher.weak).toBeLessThanOrEqual(
            lower.weak + lower.slip + BEFORE * higher.slip + 0.01,
          );
          expect(higher.troubled).toBeLessThanOrEqual(
            lower.troubled + lower.slip + BEFORE * higher.slip + 0.01,
          );
          // What is taken for a slip says nothing, and the belief of before stands.
          if (low + more < 12.9 && lower.slip < 0.05)
            expect(higher.soc).toBeGreaterThan(lower.soc - 1.5);
        },
      ),
      { numRuns: 150 },
    );
  });

  it('is no such battery beyond what one can show: the belief stands, and it is said', () => {
    const before = learn(question({ readings: [[3, 12.62]], now: 4 * MS_PER_DAY }));
    const after = learn(
      question({
        readings: [
          [3, 12.62],
          [4, 14.2],
        ],
      }),
    );
    expect(learntSoc(after).value).toBeCloseTo(learntSoc(before).value, 6);
    const [odd] = findingsOf(after).filter(({ kind }) => kind === 'odd-reading');
    expect(odd).toMatchObject({ chance: expect.closeTo(1, 6) as number, reading: '1' });
  });

  it('of a house whose meter shows too little is full all the same', () => {
    const low = { ...houseOn(houseOf(site(full, -0.03)), 'agm') };
    const shown = voltsOfSoc({ ...AT, celsius: 25, socPct: 98.7 }) - 0.03;
    const soc = (house: typeof low) =>
      learntSoc(
        learn(
          question({
            chemistry: 'agm',
            scale: 'agm',
            house,
            more: charged([shown]),
            now: 3 * MS_PER_DAY,
            connected: false,
          }),
        ),
      ).value;
    expect(soc(low)).toBeGreaterThan(soc(houseOn(UNKNOWN_HOUSE, 'agm')));
    expect(soc(low)).toBeGreaterThan(97);
  });
});
