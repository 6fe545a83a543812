import fc from 'fast-check';
import { settledLog } from '../../simulators/logged';
import { random } from '../../simulators/random';
import {
  ParkedVehicle,
  logTrace,
  type DrawTruth,
  type SeriesMeter,
} from '../../simulators/vehicle-draw';
import { plain } from '../words/words';
import { findBeat, smoothed } from './beat';
import { changePoints } from './change-points';
import { courseOf, reportsOf } from './course';
import { SETTLED_CHANCE, analyseDraw } from './draw';
import { toleranceMa } from './levels';
import type { Mark } from './marks';
import { chanceSettled, worthWaiting } from './settled';
import { traceProblem, type Trace } from './trace';
import { drawNotes, drawVerdict } from './words';

const METER: SeriesMeter = {
  gain: 1,
  offsetMa: 0,
  noiseMa: 0.1,
  noiseShare: 0.002,
  spikeShare: 0,
  resolutionMa: 0.01,
};

/** A healthy modern vehicle: several hundred milliamps, down to 18 within a quarter of an hour. */
const HEALTHY: DrawTruth = {
  standing: [{ ma: 18, circuit: 0 }],
  units: [
    { ma: 240, circuit: 1, sleepsAfter: 20, fadeSeconds: 0 },
    { ma: 110, circuit: 2, sleepsAfter: 120, fadeSeconds: 0 },
    { ma: 60, circuit: 3, sleepsAfter: 840, fadeSeconds: 1 },
  ],
  reporters: [],
  faults: [],
  driftPerHour: 0,
};

const log = (truth: DrawTruth, seconds: number, perSecond = 5, wakes: number[] = []): Trace =>
  logTrace(new ParkedVehicle(truth), METER, { seconds, perSecond, wakes }, random(3));

/** Segments of constant milliamps, with a little noise. */
function pieces(parts: readonly (readonly [seconds: number, ma: number])[], perSecond = 5): Trace {
  const chance = random(11);
  const seconds: number[] = [];
  const amps: number[] = [];
  for (const [length, ma] of parts) {
    for (let i = 0; i < length * perSecond; i++) {
      seconds.push(seconds.length / perSecond);
      amps.push((ma + (ma === 0 ? 0.01 : 0.1) * chance.normal()) / 1000);
    }
  }
  return { seconds: Float64Array.from(seconds), amps: Float64Array.from(amps) };
}

const said = (trace: Trace, marks: Mark[] = []) =>
  drawNotes(analyseDraw(trace, marks)).map(plain).join('\n');

describe('the draw of a parked vehicle', () => {
  // Common practice: several hundred milliamps at first, settling under 20 mA, is healthy.
  it('a healthy vehicle settles under 20 mA and passes', () => {
    const draw = analyseDraw(log(HEALTHY, 2400));
    expect(draw.levels[0]!.milliamps).toBeGreaterThan(300);
    expect(draw.settledMa.value).toBeCloseTo(18, 0);
    expect(draw.settledAt).toBeGreaterThan(835);
    expect(draw.settledAt).toBeLessThan(860);
    expect(drawVerdict(draw, 50)).toBe('pass');
  });

  // Common practice: a settled draw under 50 mA passes; the lenient limit is 100 mA.
  it.each([
    [42, 'pass', 'pass'],
    [75, 'over-limit', 'pass'],
    [160, 'over-limit', 'over-limit'],
  ])('%d mA settled: %s by the usual limit, %s by the lenient one', (ma, usual, lenient) => {
    const draw = analyseDraw(
      log({ ...HEALTHY, standing: [{ ma, circuit: 0 }] }, 840 + (ma > 100 ? 5000 : 2600), 2),
    );
    expect(drawVerdict(draw, 50)).toBe(usual);
    expect(drawVerdict(draw, 100)).toBe(lenient);
  });

  it('is not called settled while the last control unit is still awake', () => {
    const draw = analyseDraw(log(HEALTHY, 700));
    expect(draw.settledAt).toBeNull();
    expect(drawVerdict(draw, 500)).toBe('still-awake');
    expect(draw.worthWaitingSeconds).toBeGreaterThan(60);
    expect(draw.settledMa.low).toBe(0);
  });

  it('settled value, settling time and periodic loads hold on vehicles not seen before', () => {
    let value = 0;
    let time = 0;
    const N = 60;
    for (let n = 0; n < N; n++) {
      const one = settledLog(990_000 + n);
      const draw = analyseDraw(one.trace);
      if (Math.abs(draw.settledMa.value - one.settledMa) <= toleranceMa(one.settledMa)) value++;
      const off = Math.abs(draw.unchangedSince - one.settledAt);
      if (off <= Math.max(10, 0.02 * one.settledAt)) time++;
      expect(draw.periodic !== null).toBe(one.reportsEverySeconds !== null);
    }
    expect(value).toBeGreaterThanOrEqual(N - 1);
    expect(time).toBeGreaterThanOrEqual(N - 3);
  });
});

describe('what was done at the vehicle shows in the trace', () => {
  it('a trace with the jumper still on: it never was high, and that is said', () => {
    // The meter sees a sixth of 18 mA, from the first second on.
    const notes = said(pieces([[1200, 3]]));
    expect(notes).toMatch(/jumper is still on/);
  });

  it('a jumper pulled in mid-trace: what came before does not count', () => {
    const trace = pieces([
      [60, 40],
      [30, 250],
      [2400, 20],
    ]);
    expect(said(trace)).toMatch(/jumper was still on until then/);
    const draw = analyseDraw(trace);
    expect(draw.countedFrom).toBeGreaterThan(58);
    expect(draw.countedFrom).toBeLessThan(63);
    expect(draw.settledMa.value).toBeCloseTo(20, 0);
  });

  it('a meter taken out before the jumper is back: the power was cut, and all woke', () => {
    const notes = said(
      pieces([
        [30, 300],
        [1500, 20],
        [8, 0],
        [60, 320],
        [200, 20],
      ]),
    );
    expect(notes).toMatch(/meter came out.*before the jumper was back.*everything woke/);
  });

  it('nothing flowing at the end is left out, and what came before still counts', () => {
    const trace = pieces([
      [30, 300],
      [2000, 20],
      [40, 0],
    ]);
    const draw = analyseDraw(trace);
    expect(draw.settledMa.value).toBeCloseTo(20, 0);
    expect(draw.countedTo).toBeGreaterThan(2020);
    expect(draw.countedTo).toBeLessThan(2035);
    expect(drawNotes(draw).map(plain).join()).toMatch(/jumper back on, a lead off, or its fuse/);
  });

  it('a door that is opened wakes it, and it counts anew', () => {
    const draw = analyseDraw(log(HEALTHY, 4200, 5, [1500]));
    expect(draw.countedFrom).toBeGreaterThan(1495);
    expect(draw.settledAt).toBeGreaterThan(1500 + 835);
    expect(drawNotes(draw).map(plain).join()).toMatch(/woke it at 25:0/);
  });

  it('over-range is said, and leads the wrong way round are turned', () => {
    const trace = pieces([
      [30, 300],
      [900, 20],
    ]);
    const over = Float64Array.from(trace.amps, (value, i) => (i < 40 ? NaN : value));
    expect(said({ ...trace, amps: over })).toMatch(/more flowed than its range/);
    const turned = { ...trace, amps: trace.amps.map((value) => -value) };
    expect(said(turned)).toMatch(/other way round/);
    expect(analyseDraw(turned).settledMa.value).toBeCloseTo(20, 0);
  });

  it('marks of the attendant say what counts: from jumper away to the first pull', () => {
    const trace = pieces([
      [30, 50],
      [40, 300],
      [1500, 25],
      [30, 5],
    ]);
    const draw = analyseDraw(trace, [
      { kind: 'jumper-off', at: 30 },
      { kind: 'pull', at: 1570, circuit: 'F2' },
    ]);
    expect(draw.handling).toEqual([]);
    expect(draw.settledMa.value).toBeCloseTo(25, 0);
  });
});

describe('what comes and goes by the clock', () => {
  const reporter = (everySeconds: number, lastsSeconds: number, ma: number): DrawTruth => ({
    ...HEALTHY,
    reporters: [{ ma, circuit: 4, everySeconds, lastsSeconds, firstAt: 3, jitter: 0 }],
  });

  it('a tracker that reports every four minutes: its mean is counted in', () => {
    const vehicle = reporter(240, 6, 120);
    const draw = analyseDraw(log(vehicle, 3000));
    expect(draw.periodic!.everySeconds).toBeCloseTo(240, 0);
    expect(draw.periodic!.meanMa).toBeCloseTo(3, 0);
    expect(draw.settledMa.value).toBeCloseTo(new ParkedVehicle(vehicle).settledMa, 0);
  });

  it('a lamp that blinks: found in the samples, and averaged', () => {
    const vehicle = reporter(1.6, 0.4, 12);
    const draw = analyseDraw(log(vehicle, 1800, 10));
    expect(draw.periodic!.everySeconds).toBeCloseTo(1.6, 2);
    expect(draw.settledMa.value).toBeCloseTo(21, 0);
  });

  it('white noise has no beat, and a beat taken away leaves its mean', () => {
    const chance = random(8);
    const seconds = Float64Array.from({ length: 1200 }, (_, i) => i / 10);
    const noise = seconds.map(() => 0.02 + 0.003 * chance.normal());
    expect(findBeat({ seconds, amps: noise })).toBeNull();
    const blinking = seconds.map((t) => 0.01 + (t % 2 < 0.5 ? 0.02 : 0));
    const flat = smoothed({ seconds, amps: blinking }, 2).amps.slice(40, -40);
    for (const value of flat) expect(value).toBeCloseTo(0.015, 3);
  });

  it('bursts at uneven times are no report', () => {
    const bursts = [10, 100, 130, 420].map((from) => ({ from, to: from + 5, milliamps: 80 }));
    expect(reportsOf(bursts)).toBeNull();
    const even = [10, 110, 210, 410].map((from) => ({ from, to: from + 5, milliamps: 80 }));
    expect(reportsOf(even)!.everySeconds).toBeCloseTo(100, 6);
  });

  it('a moment of bad contact is bridged, a rise that stays is a waking', () => {
    const course = courseOf([
      { from: 0, to: 100, milliamps: 20 },
      { from: 100, to: 102, milliamps: 4 },
      { from: 102, to: 300, milliamps: 20 },
      { from: 300, to: 500, milliamps: 160 },
    ]);
    expect(course.base.map(({ milliamps }) => milliamps)).toEqual([20, 20, 20, 160]);
    expect(course.wakings).toEqual([{ at: 300, milliamps: 140, until: null }]);
  });
});

describe('changes of level', () => {
  it('are found where they are, whatever the levels', () => {
    fc.assert(
      fc.property(
        fc.array(fc.integer({ min: 0, max: 40 }), { minLength: 2, maxLength: 6 }),
        fc.integer({ min: 6, max: 40 }),
        fc.integer(),
        (levels, length, seed) => {
          const chance = random(seed);
          const apart = levels.map((level, i) => level * 10 + i * 500 * (i % 2));
          const values = Float64Array.from(
            apart.flatMap((level) => Array.from({ length }, () => level + 0.3 * chance.normal())),
          );
          const starts = changePoints(values, 0.3, 40);
          const expected = [0];
          for (let i = 1; i < apart.length; i++) {
            if (apart[i] !== apart[i - 1]) expected.push(i * length);
          }
          expect(starts).toEqual(expected);
        },
      ),
      { numRuns: 60 },
    );
  });

  it('are as cheap as an exhaustive search can make them', () => {
    const chance = random(4);
    const values = Float64Array.from({ length: 14 }, (_, i) => (i < 5 ? 0 : 3) + chance.normal());
    const cost = (starts: readonly number[]) =>
      starts.reduce((sum, start, k) => {
        const part = values.subarray(start, starts[k + 1] ?? values.length);
        const mean = part.reduce((a, b) => a + b, 0) / part.length;
        return sum + part.reduce((a, b) => a + (b - mean) ** 2, 0) + 4;
      }, 0);
    let least = Infinity;
    for (let mask = 0; mask < 1 << 13; mask++) {
      const starts = [
        0,
        ...Array.from({ length: 13 }, (_, i) => i + 1).filter((i) => (mask >> (i - 1)) & 1),
      ];
      if (starts.some((start, k) => (starts[k + 1] ?? 14) - start < 2)) continue;
      least = Math.min(least, cost(starts));
    }
    expect(cost(changePoints(values, 1, 4))).toBeCloseTo(least, 9);
  });
});

describe('the chance of being settled', () => {
  it('grows while nothing changes, and is a chance', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 300, noNaN: true }),
        fc.double({ min: 60, max: 2500, noNaN: true }),
        fc.integer({ min: 1, max: 5 }),
        fc.double({ min: 30, max: 900, noNaN: true }),
        (levelMa, before, steps, wait) => {
          const at = (unchangedSeconds: number) =>
            chanceSettled({
              levelMa,
              steps,
              unchangedSeconds,
              awakeSeconds: before + unchangedSeconds,
            });
          const now = at(60);
          const later = at(60 + wait);
          expect(now).toBeGreaterThanOrEqual(0);
          expect(later).toBeLessThanOrEqual(1);
          expect(later).toBeGreaterThanOrEqual(now - 0.01);
        },
      ),
    );
  });

  it('what is said to be worth waiting is just enough', () => {
    const question = { levelMa: 30, unchangedSeconds: 60, awakeSeconds: 300, steps: 2 };
    const wait = worthWaiting(question, SETTLED_CHANCE)!;
    const after = (seconds: number) =>
      chanceSettled({
        ...question,
        unchangedSeconds: question.unchangedSeconds + seconds,
        awakeSeconds: question.awakeSeconds + seconds,
      });
    expect(after(wait)).toBeGreaterThanOrEqual(SETTLED_CHANCE);
    expect(after(wait - 2)).toBeLessThan(SETTLED_CHANCE);
    expect(worthWaiting({ ...question, unchangedSeconds: 9000, awakeSeconds: 9000 }, 0.9)).toBe(0);
  });
});

describe('any trace that is one', () => {
  const part = fc.record({
    samples: fc.integer({ min: 1, max: 60 }),
    // Nothing, the usual, a great deal, the wrong way round, no number at all.
    ma: fc.oneof(
      fc.constant(0),
      fc.constant(NaN),
      fc.double({ min: 0.01, max: 900, noNaN: true }),
      fc.double({ min: -300, max: 0, noNaN: true }),
      fc.double({ min: 1000, max: 20_000, noNaN: true }),
    ),
    gap: fc.constantFrom(0.1, 0.2, 1, 7, 90),
  });
  const mark = fc.record({
    kind: fc.constantFrom('jumper-off' as const, 'jumper-back' as const),
    at: fc.double({ min: 0, max: 900, noNaN: true }),
  });

  it('gets an answer: figures that are figures, a range about its value, words without a hole', () => {
    fc.assert(
      fc.property(
        fc.array(part, { minLength: 1, maxLength: 12 }),
        fc.array(mark, { maxLength: 3 }),
        fc.integer(),
        (parts, marks, seed) => {
          const chance = random(seed);
          const amps = parts.flatMap(({ samples, ma }) =>
            Array.from({ length: samples }, () => (ma + 0.05 * chance.normal()) / 1000),
          );
          let at = 0;
          const gaps = parts.flatMap(({ samples, gap }) => Array<number>(samples).fill(gap));
          const trace = {
            seconds: Float64Array.from(gaps, (gap) => (at += gap)),
            amps: Float64Array.from(amps),
          };
          fc.pre(traceProblem(trace) === null);
          const draw = analyseDraw(trace, marks);
          const { value, low, high } = draw.settledMa;
          for (const figure of [value, low, high, draw.chanceSettled, draw.unchangedSince]) {
            expect(figure).not.toBeNaN();
          }
          expect(low).toBeLessThanOrEqual(Math.max(0, value));
          expect(high).toBeGreaterThanOrEqual(value);
          expect(draw.levels.length).toBeGreaterThan(0);
          expect(drawNotes(draw).map(plain).join()).not.toMatch(/NaN|undefined|null/);
        },
      ),
      { numRuns: 400 },
    );
  });

  it('of which too little has a number is refused, however long it is', () => {
    const seconds = Float64Array.from({ length: 50 }, (_, i) => i);
    const amps = seconds.map((_, i) => (i < 3 ? 0.02 : NaN));
    expect(traceProblem({ seconds, amps })).toMatch(/only 3 samples have a number/);
  });
});

describe('a trace that is none', () => {
  const five = Float64Array.from([0, 1, 2, 3, 4]);
  it.each([
    [{ seconds: five.slice(0, 3), amps: five.slice(0, 3) }, /at least 5 samples/],
    [{ seconds: five, amps: five.slice(1) }, /in pairs/],
    [{ seconds: Float64Array.from([0, 1, 1, 2, 3]), amps: five.map(() => 0.1) }, /times must rise/],
    [{ seconds: five, amps: five.map(() => 250) }, /Amps, not milliamps/],
    [{ seconds: Float64Array.from([0, NaN, 2, 3, 4]), amps: five }, /not a number/],
  ])('is refused with its reason', (trace, reason) => {
    expect(traceProblem(trace)).toMatch(reason);
  });
});
