import fc from 'fast-check';
import { CHEMISTRY_IDS, type ChemistryId } from '../battery/chemistries';
import { voltsOfSoc } from '../battery/state-of-charge';
import { MS_PER_DAY } from '../day';
import { CHARGE, EXCESS, SIZE, independent, rootOf, type Gaussian } from './gaussian';
import { UNNOTED, type Hypothesis } from './hypothesis';
import { question } from './learn.fixture';
import type { Observation } from './observations';
import { measurementOf, updateHypotheses } from './measurement-update';

const AT = 30 * MS_PER_DAY;
/** About so much in it, with the doubts of an ordinary battery. */
const believed = (socPct: number, sd = 6): Gaussian =>
  independent([
    [socPct, sd],
    [0, 0.02],
    [0, 0.05],
    [0, 0.01],
    [0.7, 0.3],
    [4, 1.5],
    [0, 0.05],
  ]);
const line = (over: Partial<Hypothesis> = {}): Hypothesis => ({
  ...{ log: 0, belief: believed(75), cause: 'none', asleep: false, since: null },
  ...{ dips: [], outliers: [], weak: false, weakPct: null, most: null },
  ...over,
});
const GAP = { gapDays: 10, gapOnDays: 10, connected: true };

/** What becomes of an explanation after a reading of so many volts. */
function after(
  volts: number,
  {
    from = line(),
    chemistry = 'flooded',
    gap = GAP,
    confirmed = false,
  }: Partial<{
    from: Hypothesis;
    chemistry: ChemistryId;
    gap: typeof GAP;
    confirmed: boolean;
  }> = {},
): Hypothesis[] {
  const asked = question({
    chemistry,
    ...(chemistry === 'lfp' ? { cells: 4, scale: 'lfp' as const } : {}),
  });
  const reading: Extract<Observation, { kind: 'reading' }> = {
    kind: 'reading',
    at: AT,
    ...{ id: 'r1', volts, celsius: 5, restedHours: 48, confirmed },
  };
  const seen = measurementOf(reading, asked);
  return updateHypotheses(from, reading, seen, asked.cells, gap);
}
const restingAt = (socPct: number) =>
  voltsOfSoc({ chemistry: 'flooded', cells: 6, scale: 'published', celsius: 5, socPct });
const charge = ({ belief }: Hypothesis) => belief.mean[CHARGE]!;
const doubt = ({ belief }: Hypothesis) => Math.sqrt(belief.cov[CHARGE * SIZE + CHARGE]!);

describe('a reading that fits', () => {
  it('leaves one explanation, surer than before', () => {
    const [only, ...others] = after(restingAt(75));
    expect(others).toEqual([]);
    expect(charge(only!)).toBeGreaterThan(72);
    expect(charge(only!)).toBeLessThan(78);
    expect(doubt(only!)).toBeLessThan(doubt(line()));
  });

  it('pulls the charge toward what it shows, however little', () => {
    fc.assert(
      fc.property(fc.double({ min: 70, max: 80, noNaN: true }), (socPct) => {
        const [straight] = after(restingAt(socPct));
        const pulled = charge(straight!) - 75;
        if (Math.abs(socPct - 75) > 0.5) expect(Math.sign(pulled)).toBe(Math.sign(socPct - 75));
        expect(Math.abs(pulled)).toBeLessThan(Math.abs(socPct - 75) + 2);
      }),
    );
  });
});

describe('a reading that surprises', () => {
  const low = restingAt(40);
  const causes = (lines: Hypothesis[]) => new Set(lines.map(({ cause }) => cause));

  it('may be no reading of it: then nothing is learnt from it', () => {
    const outlier = after(low).find(({ outliers }) => outliers.length > 0)!;
    expect(outlier.outliers).toEqual(['r1']);
    expect(outlier.belief).toEqual(line().belief);
    expect(outlier.belief).not.toBe(line().belief);
  });

  it('that was measured twice is far less likely to be none', () => {
    const log = (confirmed: boolean) =>
      after(low, { confirmed }).find(({ outliers }) => outliers.length > 0)!.log;
    expect(log(false) - log(true)).toBeCloseTo(
      Math.log(UNNOTED.outlier / UNNOTED.outlierConfirmed),
      9,
    );
  });

  it('may come of something that began to draw since, or was on for a while', () => {
    const lines = after(low);
    const drawing = lines.filter(({ cause }) => cause === 'draw');
    expect(drawing.length).toBeGreaterThan(0);
    for (const { since, belief } of drawing) {
      expect(since!).toBeGreaterThan(AT - GAP.gapOnDays * MS_PER_DAY);
      expect(since!).toBeLessThan(AT);
      expect(belief.mean[EXCESS]!).toBeGreaterThan(0);
    }
    expect(lines.filter(({ dips }) => dips.includes(AT))).toHaveLength(1);
  });

  it('with its negative off has neither: nothing draws from it', () => {
    const lines = after(low, { gap: { gapDays: 10, gapOnDays: 0, connected: false } });
    expect(causes(lines)).toEqual(new Set(['none']));
    expect(lines.every(({ dips }) => dips.length === 0)).toBe(true);
  });

  it('has no second trouble beside one that is believed already', () => {
    const from = line({ cause: 'draw', since: AT - 20 * MS_PER_DAY });
    const lines = after(low, { from });
    expect(lines.every(({ since, dips }) => since === from.since && dips.length === 0)).toBe(true);
  });

  it('far too high may be a charge that nobody wrote down', () => {
    const risen = after(restingAt(99), { from: line({ belief: believed(45, 3) }) });
    expect(Math.max(...risen.map(charge))).toBeGreaterThan(90);
  });
});

describe('a battery that reads flat', () => {
  it('was somewhere under that: how long it lay so does not show', () => {
    const [spent] = after(11.2, { from: line({ belief: believed(20, 15) }) });
    expect(charge(spent!)).toBeLessThan(0);
    expect(doubt(spent!)).toBeGreaterThan(10);
  });

  it('of lithium is as good as cut off', () => {
    const [cut] = after(10.4, { chemistry: 'lfp' });
    expect(charge(cut!)).toBeCloseTo(1, 9);
    expect(doubt(cut!)).toBeCloseTo(2, 9);
  });
});

it('whatever is read, beliefs stay beliefs: numbers, and doubts that can be', () => {
  const readings = fc.record({
    volts: fc.double({ min: 8, max: 15.5, noNaN: true }),
    chemistry: fc.constantFrom(...CHEMISTRY_IDS),
    socPct: fc.double({ min: -20, max: 105, noNaN: true }),
    sd: fc.double({ min: 0.5, max: 40, noNaN: true }),
    weak: fc.boolean(),
    most: fc.option(fc.double({ min: 20, max: 100, noNaN: true })),
    cause: fc.constantFrom('none', 'draw', 'cell' as const),
    connected: fc.boolean(),
  });
  fc.assert(
    fc.property(readings, ({ volts, chemistry, socPct, sd, connected, ...over }) => {
      const from = line({ belief: believed(socPct, sd), ...over });
      const gap = { gapDays: 14, gapOnDays: connected ? 14 : 0, connected };
      for (const one of after(volts, { from, chemistry, gap })) {
        const { mean, cov } = one.belief;
        expect([one.log, ...mean, ...cov].every(Number.isFinite)).toBe(true);
        for (let i = 0; i < SIZE; i++) expect(cov[i * SIZE + i]!).toBeGreaterThanOrEqual(-1e-9);
        for (let i = 0; i < SIZE; i++) {
          for (let j = 0; j < i; j++) {
            expect(cov[i * SIZE + j]!).toBeCloseTo(cov[j * SIZE + i]!, 9);
          }
        }
        expect([...rootOf(one.belief)].every(Number.isFinite)).toBe(true);
      }
    }),
    { numRuns: 300 },
  );
});
