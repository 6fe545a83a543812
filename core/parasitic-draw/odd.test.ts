import { random } from '../../simulators/random';
import { plain } from '../words/words';
import { unevenOf } from './course';
import { traceOfRows } from './csv-rows';
import { analyseDraw } from './draw';
import { traceProblem, type Trace } from './trace';
import { drawNotes, drawVerdict } from './words';

/** What a meter logs of a current, by the instant; `digit` is its last one, milliamps. */
function logged(
  seconds: number,
  ma: (at: number) => number,
  { step = 1, digit = 0.01, seed = 5 } = {},
): Trace {
  const chance = random(seed);
  const shown = (at: number) => {
    const noisy = ma(at) * (1 + 0.004 * chance.normal()) + 0.1 * chance.normal();
    return (Math.round(noisy / digit) * digit) / 1000;
  };
  const times = Array.from({ length: Math.floor(seconds / step) }, (_, i) => i * step);
  return { seconds: Float64Array.from(times), amps: Float64Array.from(times, shown) };
}

/** A vehicle that falls asleep within ten minutes, to 15 mA. */
const asleep = (at: number) =>
  15 + (at < 20 ? 500 : 0) + (at < 120 ? 110 : 0) + (at < 600 ? 60 : 0);
const every = (period: number, lasts: number, ma: number) => (at: number) =>
  asleep(at) + (at > 900 && (at - 900) % period < lasts ? ma : 0);
const notes = (trace: Trace) => drawNotes(analyseDraw(trace)).map(plain).join('\n');

describe('what wakes by itself is counted in, whatever its shape', () => {
  const HOURS = 7200;
  const sines = (at: number) =>
    asleep(at) + (at > 900 && at % 600 < 40 ? 2000 * Math.sin((Math.PI * (at % 600)) / 40) : 0);
  const uneven = (at: number) =>
    asleep(at) +
    Array.from({ length: 11 }, (_, k) => 900 + k * 600 + 200 * Math.sin(k * 7)).reduce(
      (sum, from) => sum + (at >= from && at < from + 20 ? 2000 : 0),
      0,
    );
  const two = (at: number) =>
    asleep(at) + (at > 900 && at % 600 < 20 ? (Math.floor(at / 600) % 2 ? 2000 : 700) : 0);

  it.each([
    ['300 mA for four minutes in each half hour', every(1800, 240, 300), 55],
    ['2 A for twenty seconds every ten minutes', every(600, 20, 2000), 81.7],
    ['2 A for two seconds every minute', every(60, 2, 2000), 81.7],
    ['bursts that swell and fade', sines, 15 + (2000 * (2 / Math.PI) * 40) / 600],
    ['bursts at no even times', uneven, 81.7],
    ['two loads that take turns', two, 60],
  ])('%s', (_, ma, truth) => {
    const draw = analyseDraw(logged(HOURS, ma));
    expect(draw.settledMa.low).toBeLessThan(truth);
    expect(draw.settledMa.high).toBeGreaterThan(truth);
    expect(draw.settledMa.high).toBeLessThan(1.4 * truth);
    expect(drawVerdict(draw, 50)).toBe('over-limit');
    expect(drawVerdict(draw, 1.5 * truth)).toBe('pass');
  });

  it('a door that is opened once is no such thing', () => {
    const opened = logged(3600, (at) => asleep(at) + (at > 1500 && at < 1620 ? 400 : 0));
    const draw = analyseDraw(opened);
    expect(draw.handling.map(({ kind }) => kind)).toContain('woke');
    expect([draw.uneven, draw.periodic]).toEqual([null, null]);
    expect(draw.settledMa.value).toBeCloseTo(15, 0);
  });

  it('loads at random, of random size: the true mean is in the range, and too much never passes', () => {
    const LIMIT = 50;
    let held = 0;
    let logs = 0;
    const passed: number[] = [];
    for (let seed = 0; seed < 60; seed++) {
      const chance = random(1000 + seed);
      const [lasts, ma] = [10 + 230 * chance.uniform(), 100 + 900 * chance.uniform()];
      const period = Math.max(3 * lasts, 300 + 900 * chance.uniform());
      const starts: number[] = [];
      for (
        let at = 900;
        at < 10_800;
        at += lasts + (period - lasts) * -Math.log(chance.uniform())
      ) {
        starts.push(at);
      }
      const draw = analyseDraw(
        logged(
          10_800,
          (at) => asleep(at) + (starts.some((from) => at >= from && at < from + lasts) ? ma : 0),
          {
            seed,
          },
        ),
      );
      // Of one that came once nobody can know how often it comes.
      if (starts.length < 4 || draw.settledAt === null) continue;
      logs++;
      const truth = 15 + (ma * lasts) / period;
      if (draw.settledMa.low <= truth && truth <= draw.settledMa.high) held++;
      if (truth > 1.1 * LIMIT && drawVerdict(draw, LIMIT) === 'pass') passed.push(seed);
    }
    expect(logs).toBeGreaterThan(40);
    expect(held / logs).toBeGreaterThan(0.8);
    expect(passed).toEqual([]);
  });
});

describe('what few bursts tell', () => {
  const burst = (from: number, seconds: number, milliamps: number) => ({
    ...{ from, to: from + seconds, milliamps },
  });

  it('nothing for one; for two their one interval, with a doubt as large', () => {
    expect(unevenOf([burst(0, 10, 100)])).toBeNull();
    const found = unevenOf([burst(0, 10, 100), burst(500, 10, 100)])!;
    expect(found.meanMa).toBeCloseTo(2, 6);
    expect(found.sdMa).toBeCloseTo(2, 6);
  });

  it('the more there are, the less doubt is left', () => {
    const bursts = Array.from({ length: 17 }, (_, i) => burst(i * 500 + (i % 3) * 90, 10, 100));
    const [few, many] = [unevenOf(bursts.slice(0, 5))!, unevenOf(bursts)!];
    expect(many.meanMa).toBeCloseTo(2, 0);
    expect(many.sdMa).toBeLessThan(few.sdMa);
  });
});

describe('a log that is not as it should be', () => {
  it('in steps of 10 mA: the truth may be anywhere within one', () => {
    const coarse = logged(3600, (at) => asleep(at) - 3, { digit: 10 });
    const draw = analyseDraw(coarse);
    expect(draw.digitMa).toBe(10);
    expect(draw.settledMa.low).toBeLessThan(12);
    expect(draw.settledMa.high).toBeGreaterThan(12);
    expect(notes(coarse)).toContain('a finer range tells more');
    expect(analyseDraw(logged(3600, asleep)).digitMa).toBe(0.01);
  });

  it('whose clock was put on by an hour: nobody watched meanwhile', () => {
    const early = (at: number) => 15 + (at < 900 ? 60 : 0);
    const whole = logged(1000, early);
    const put = { ...whole, seconds: whole.seconds.map((at, i) => (i < 950 ? at : at + 3600)) };
    expect(analyseDraw(put).chanceSettled).toBeCloseTo(analyseDraw(whole).chanceSettled, 1);
    expect(notes(put)).toContain('Nothing was logged from 15:49 to 1:15:50');
  });

  it('with a stamp twice, or one that jumped: its own sample is left out, and no more', () => {
    const rows = Array.from({ length: 300 }, (_, i) => [String(i), '0.015']);
    const of = (change: (list: string[][]) => void) => {
      const list = rows.map((row) => [...row]);
      change(list);
      const read = traceOfRows(list);
      return read.ok ? read.trace : null;
    };
    const doubled = of((list) => (list[50]![0] = '49'))!;
    expect(traceProblem(doubled)).toBeNull();
    expect(doubled.seconds.length).toBe(299);
    const jumped = of((list) => (list[80]![0] = '9000'))!;
    expect(traceProblem(jumped)).toBeNull();
    expect([...jumped.seconds.slice(79, 82)]).toEqual([79, 81, 82]);
  });

  it('whose clock went back for good is refused, and says where', () => {
    const read = traceOfRows(
      Array.from({ length: 300 }, (_, i) => [String(i < 150 ? i : i - 100), '0.015']),
    );
    expect(read.ok && traceProblem(read.trace)).toMatch(/sample 151: 50 s comes after 149 s/);
  });

  it('watched for less than an hour, it says what it cannot have seen', () => {
    expect(notes(logged(1500, asleep))).toMatch(
      /Watched at rest for 14 min 57 s: the chance that it would have shown what wakes once an hour is about one in four/,
    );
    expect(notes(logged(4800, asleep))).not.toContain('once an hour');
  });
});

it('what may be over or under the limit is said to be close, and does not pass', () => {
  const draw = analyseDraw(logged(3600, (at) => asleep(at) + 34.9));
  expect(drawVerdict(draw, 50)).toBe('close');
  expect([drawVerdict(draw, 55), drawVerdict(draw, 45)]).toEqual(['pass', 'over-limit']);
});
