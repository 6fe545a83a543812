import fc from 'fast-check';
import { linearRegression } from 'simple-statistics';
import { MS_PER_DAY } from '../day';
import { voltsOfSoc } from '../battery/state-of-charge';
import { drawPctPerDay } from '../drain/reserve';
import { scaleAt } from '../battery/state-of-charge';
import {
  chanceOf,
  expectedReading,
  learntDrawMa,
  learntLoss,
  learntOffset,
  learntSelf,
  learntSoc,
} from './answers';
import { findingsOf, settleBy } from './findings';
import { independent, measurementUpdate, predict, rootOf, SIZE, sumOf } from './gaussian';
import { learn } from './learn';
import { question } from './learn.fixture';
import { expectedSelfDischarge, usableShare } from './prior';

const at = { chemistry: 'flooded', cells: 6, scale: 'published', celsius: 5 } as const;
const volts = (socPct: number) => voltsOfSoc({ ...at, socPct });
/** Readings of a battery that falls evenly from full. */
const falling = (pctPerDay: number, times = 5, every = 10, offset = 0) =>
  Array.from({ length: times }, (_, i) => {
    const day = 2 + i * every;
    return [day, volts(99 - pctPerDay * day) + offset] as const;
  });
const off = { kind: 'negative', at: 1, on: false } as const;
const kinds = (asked: Parameters<typeof question>[0]) =>
  findingsOf(learn(question(asked)), 0.5).map(({ kind }) => kind);

describe('a belief', () => {
  it('learns a line as ordinary least squares does', () => {
    // Charge = level − loss · day, seen with equal noise: a wide prior leaves the regression.
    const points = [
      [0, 80.3],
      [10, 76.1],
      [20, 71.2],
      [30, 66.4],
      [40, 61.7],
    ] as const;
    const belief = independent([
      [70, 1000],
      [0, 0],
      [0, 0],
      [0, 0],
      [0, 1000],
      [0, 0],
      [0, 0],
    ]);
    const weights = new Float64Array(SIZE);
    weights[0] = 1;
    points.forEach(([day, seen], i) => {
      const days = i === 0 ? 0 : day - points[i - 1]![0];
      if (days > 0) predict(belief, [[4, -days]], 0, 0);
      measurementUpdate(belief, weights, seen - belief.mean[0]!, 1);
    });
    // simple-statistics: linearRegression.
    const { m, b } = linearRegression(points.map(([x, y]) => [x, y]));
    expect(-belief.mean[4]!).toBeCloseTo(m, 3);
    expect(belief.mean[0]!).toBeCloseTo(b + m * 40, 2);
  });

  it('never grows surer by passing time, nor less sure by a reading', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.1, max: 60, noNaN: true }),
        fc.double({ min: -5, max: 5, noNaN: true }),
        (days, surprise) => {
          const belief = independent([
            [80, 5],
            [0, 0.02],
            [0, 0.1],
            [0, 0.01],
            [0.4, 0.2],
            [4, 1],
            [0, 0],
          ]);
          const spread = () => sumOf(belief, [1, 0, 0, 0, 0, 0, 0]).variance;
          const before = spread();
          predict(belief, [[4, -days]], 0, 0.01);
          const passed = spread();
          expect(passed).toBeGreaterThan(before);
          measurementUpdate(
            belief,
            Float64Array.from([0.008, 1, 0, 0, 0, 0, 0]),
            surprise / 100,
            1e-4,
          );
          expect(spread()).toBeLessThanOrEqual(passed);
          // The covariance stays one: its root squared gives it back.
          const root = rootOf(belief);
          for (let i = 0; i < SIZE; i++) {
            for (let j = 0; j <= i; j++) {
              let sum = 0;
              for (let k = 0; k < SIZE; k++) sum += root[i * SIZE + k]! * root[j * SIZE + k]!;
              expect(sum).toBeCloseTo(belief.cov[i * SIZE + j]!, 6);
            }
          }
        },
      ),
    );
  });
});

describe('learning from a record', () => {
  it('takes a lithium battery found cut off to have been empty for longer', () => {
    // Full on day 0 and cut off on day 60: it lost 100 % in 60 days, or in fewer.
    const found = (day: number, volts: number) =>
      learntLoss(
        learn(
          question({
            chemistry: 'lfp',
            cells: 4,
            scale: 'lfp',
            readings: [[day, volts]],
          }),
        ),
      );
    const cut = found(60, 12.1);
    expect(cut.low).toBeGreaterThan(1.2);
    expect(cut.high).toBeGreaterThan(3);
    // How far under the cut-off says nothing more: common practice.
    expect(found(60, 0.4).value).toBeCloseTo(cut.value, 5);
    // And what is left does not go on falling.
    const { value, low } = learntSoc(
      learn(question({ chemistry: 'lfp', cells: 4, scale: 'lfp', readings: [[60, 12.1]] })),
    );
    expect(value).toBeLessThan(5);
    expect(low).toBeGreaterThan(-5);
  });

  it('begins from chemistry, age and usual draw', () => {
    const learnt = learn(question());
    const share = learnt.usableShare.value;
    const expected = drawPctPerDay(18, 60 * share) + ((5 / share) * 0.35) / 30;
    // What nobody noted, one in ten, pulls the middle up a little.
    expect(learntLoss(learnt).value).toBeGreaterThan(expected - 0.01);
    expect(learntLoss(learnt).value).toBeLessThan(expected + 0.12);
    expect(learntDrawMa(learnt, 60).value).toBeCloseTo(18, -1);
    expect(learntSelf(learnt).value).toBeCloseTo(5, 0);
    expect(findingsOf(learnt)).toEqual([]);
  });

  it.each([0.3, 0.6, 1])('moves toward a loss of %d %% a day, and narrows', (pct) => {
    const few = learntLoss(learn(question({ readings: falling(pct, 1) })));
    const many = learntLoss(learn(question({ readings: falling(pct, 6) })));
    expect(many.high - many.low).toBeLessThan(0.67 * (few.high - few.low));
    expect(many.low).toBeLessThan(pct);
    expect(many.high).toBeGreaterThan(pct);
  });

  it('tells an offset from a loss: readings that are all off by 20 mV', () => {
    const straight = learn(question({ readings: falling(0.6) }));
    const shifted = learn(question({ readings: falling(0.6, 5, 10, -0.02) }));
    expect(learntLoss(shifted).value).toBeCloseTo(learntLoss(straight).value, 1);
    expect(learntOffset(shifted).value).toBeLessThan(learntOffset(straight).value - 0.008);
    // 20 mV are worth 2.6 %: most of it goes into the offset.
    const off = learntSoc(straight).value - learntSoc(shifted).value;
    expect(off).toBeLessThan(2);
  });

  it('is not misled by one wrong reading, and names it', () => {
    const readings = falling(0.3, 6).map(
      ([day, value], i) => [day, i === 3 ? value - 0.5 : value] as const,
    );
    const learnt = learn(question({ readings }));
    const clean = learn(question({ readings: falling(0.3, 6) }));
    expect(learntSoc(learnt).value).toBeCloseTo(learntSoc(clean).value, 0);
    const [finding] = findingsOf(learnt);
    expect(finding).toMatchObject({ kind: 'odd-reading', reading: '3' });
    expect(finding!.chance).toBeGreaterThan(0.9);
  });

  it('counts a hasty reading for less', () => {
    const doubt = (restedHours: number) => {
      const asked = question({ readings: [[2, 12.62]] });
      const happenings = asked.happenings.map((one) =>
        one.kind === 'reading' ? { ...one, restedHours } : one,
      );
      const soc = learntSoc(learn({ ...asked, happenings: happenings.slice(1) }));
      return soc.high - soc.low;
    };
    expect(doubt(5)).toBeGreaterThan(doubt(100));
  });

  it('hears little from a voltage that is flat', () => {
    const lithium = {
      chemistry: 'lfp',
      cells: 4,
      scale: 'lfp',
      readings: [10, 20, 30, 40].map((day) => [day, 13.2] as const),
    } as const;
    const soc = learntSoc(learn(question(lithium)));
    expect(soc.high - soc.low).toBeGreaterThan(10);
  });

  it('foresees the next reading', () => {
    const learnt = learn(question({ readings: falling(0.6) }));
    const expected = expectedReading(learnt, scaleAt(at));
    expect(expected.value).toBeCloseTo(volts(99 - 0.6 * 42), 1);
    expect(expected.high - expected.low).toBeLessThan(0.08);
  });

  it('explanations are chances: they make 1, and a reading that fits keeps them', () => {
    fc.assert(
      fc.property(
        fc.array(fc.double({ min: 11.5, max: 12.9, noNaN: true }), { minLength: 1, maxLength: 5 }),
        (list) => {
          const learnt = learn(question({ readings: list.map((v, i) => [2 + 9 * i, v] as const) }));
          expect(chanceOf(learnt, () => true)).toBeCloseTo(1, 9);
          const { low, value, high } = learntSoc(learnt);
          expect(low).toBeLessThanOrEqual(value);
          expect(value).toBeLessThanOrEqual(high);
          expect(learntLoss(learnt).low).toBeGreaterThanOrEqual(0);
        },
      ),
      { numRuns: 40 },
    );
  });
});

describe('what a record shows', () => {
  const draw = { kind: 'draw', at: 1, milliamps: 12 } as const;

  it('a connected battery that loses far more than its measured draw explains', () => {
    expect(kinds({ readings: falling(2, 3), more: [draw] })).toContain('loses-faster-connected');
  });

  it('a disconnected one that does: a failing cell or a dirty case', () => {
    expect(kinds({ readings: falling(0.8, 3), more: [off] })).toContain(
      'loses-faster-disconnected',
    );
  });

  it('a cell whose leak eases off is still a leaking cell', () => {
    // 1.2 % a day at first, then less and less: what stood in that cell has leaked away.
    const readings = [
      [2, volts(97)],
      [12, volts(85)],
      [22, volts(79)],
      [32, volts(76)],
      [42, volts(74)],
      [52, volts(72.5)],
      [62, volts(71.5)],
      [72, volts(71)],
    ] as const;
    const learnt = learn(question({ readings, more: [off] }));
    expect(findingsOf(learnt, 0.5).map(({ kind }) => kind)).toContain('loses-faster-disconnected');
    // It is not where an even leak would have brought it, and hardly loses any more.
    expect(Math.abs(learntSoc(learnt).value - 71)).toBeLessThan(1.5);
    expect(learntLoss(learnt).low).toBeLessThan(0.05);
  });

  it('one low reading is doubted; measured again and kept, it is believed', () => {
    const fall = (confirmed: boolean) =>
      learn(
        question({
          readings: falling(0.3, 3),
          more: [
            {
              kind: 'reading',
              at: 32 * MS_PER_DAY,
              id: 'low',
              volts: volts(30),
              celsius: 5,
              restedHours: 240,
              confirmed,
            },
          ],
        }),
      );
    const odd = (learnt: ReturnType<typeof learn>) =>
      chanceOf(learnt, (one) => one.outliers.includes('low'));
    expect(odd(fall(true))).toBeLessThan(0.3 * odd(fall(false)));
    expect(learntSoc(fall(true)).value).toBeLessThan(45);
  });

  it('one found dead flat, measured twice: something was left on, and it is empty', () => {
    for (const flat of [6.9, 4.6, 9.8, 11.2]) {
      const low = {
        kind: 'reading',
        at: 30 * MS_PER_DAY,
        id: 'flat',
        volts: flat,
        celsius: 5,
        restedHours: 600,
        confirmed: true,
      } as const;
      const one = learn(question({ readings: falling(0.15, 2), more: [draw, low] }));
      expect(learntSoc(one).value).toBeLessThan(20);
      const [first] = findingsOf(one);
      expect(['sudden-step', 'loses-faster-connected']).toContain(first!.kind);
    }
  });

  it('a step, with about when it began', () => {
    const readings = [
      ...falling(0.4, 3),
      [32, volts(99 - 0.4 * 25 - 2 * 7)],
      [42, volts(99 - 0.4 * 25 - 2 * 17)],
    ] as const;
    const found = findingsOf(learn(question({ readings, more: [draw] })), 0.5);
    const step = found.find(({ kind }) => kind === 'sudden-step')!;
    expect(step.since! / MS_PER_DAY).toBeGreaterThan(20);
    expect(step.since! / MS_PER_DAY).toBeLessThan(33);
  });

  it('one that does not come up after a full charge', () => {
    expect(
      kinds({
        readings: [
          [2, 12.4],
          [12, 12.37],
        ],
        more: [off],
      }),
    ).toContain('will-not-come-up');
  });

  it('nothing in a sound one, and a finding that a measured draw explains closes', () => {
    expect(kinds({ readings: falling(0.5, 6), more: [draw] })).toEqual([]);
    const faster = { readings: falling(2, 3), more: [draw] };
    expect(kinds(faster)).not.toEqual([]);
    const found = { kind: 'draw', at: 23 * MS_PER_DAY, milliamps: 45 } as const;
    expect(kinds({ ...faster, more: [draw, found] })).toEqual([]);
    const repaired = { kind: 'draw', at: 23 * MS_PER_DAY, milliamps: 12, changed: true } as const;
    expect(kinds({ ...faster, more: [draw, repaired] })).toEqual([]);
    expect(settleBy('loses-faster-connected')).toMatch(/draw/);
  });
});

describe('what is expected', () => {
  it('is more self-discharge of an old battery, and of one whose age nobody knows', () => {
    const young = expectedSelfDischarge('agm', 1);
    expect(young).toEqual({ value: 2, low: 1, high: 3 });
    expect(expectedSelfDischarge('agm', 8).value).toBeGreaterThan(young.value);
    expect(expectedSelfDischarge('agm', null).value).toBe(expectedSelfDischarge('agm', 5).value);
  });

  it('only ampere-hours tell the usable capacity', () => {
    const prior = usableShare(3, 'agm', 60, []);
    const half = { value: 50, low: 46, high: 54 };
    // Half of 60 Ah and a charge factor of 1.1: 33 Ah as good as new, 20 Ah when it holds little.
    const good = usableShare(3, 'agm', 60, [{ fromSocPct: half, ampHours: 33 }]);
    const poor = usableShare(3, 'agm', 60, [{ fromSocPct: half, ampHours: 20 }]);
    expect(good.value).toBeGreaterThan(prior.value);
    expect(poor.value).toBeLessThan(0.72);
    expect(poor.high - poor.low).toBeLessThan(prior.high - prior.low);
  });
});
