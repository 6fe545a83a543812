import { performance } from 'node:perf_hooks';
import { analyseDraw, SETTLED_CHANCE } from '../../core/parasitic-draw/draw';
import { toleranceMa } from '../../core/parasitic-draw/levels';
import { evidence, type SettledQuestion } from '../../core/parasitic-draw/settled';
import { arrheniusFactor } from '../../core/drain/self-discharge';
import { random } from '../../simulators/random';
import { cutLog, otherCutLog, settledLog, type LoggedVehicle } from '../../simulators/logged';
import { ParkedVehicle, anySeriesMeter, anyVehicle, logTrace } from '../../simulators/vehicle-draw';
import { quantile, table } from './report';

/** Seeds on which nothing was tried while the judging was written. */
const UNSEEN = 7_000_000;
const TRACES = 2000;
const CUTS = 6000;
/** Vehicles put together by other rules than those from which the chance was learnt. */
const OTHERS = 2500;

const percent = (share: number) => `${(100 * share).toFixed(2)} %`;

/** Settled value, settling time, periodic loads: on logs of vehicles that settled. */
function settledQuality(): string[][] {
  let value = 0;
  let time = 0;
  let reporters = 0;
  let recognised = 0;
  let invented = 0;
  for (let n = 0; n < TRACES; n++) {
    const one = settledLog(UNSEEN + n);
    const draw = analyseDraw(one.trace);
    const tolerance = toleranceMa(one.settledMa);
    if (Math.abs(draw.settledMa.value - one.settledMa) <= tolerance) value++;
    const off = Math.abs(draw.unchangedSince - one.settledAt);
    if (off <= Math.max(10, 0.02 * one.settledAt)) time++;
    if (one.reportsEverySeconds === null) {
      if (draw.periodic) invented++;
      continue;
    }
    reporters++;
    const every = draw.periodic?.everySeconds ?? 0;
    if (Math.abs(every / one.reportsEverySeconds - 1) < 0.06) recognised++;
  }
  return [
    ['settled value within 1 mA or 3 %', percent(value / TRACES), 'at least 99 %'],
    ['settling time within 10 s or 2 %', percent(time / TRACES), 'at least 95 %'],
    [
      `periodic loads recognised (of ${reporters})`,
      percent(recognised / reporters),
      'at least 98 %',
    ],
    [
      `periodic loads invented (of ${TRACES - reporters})`,
      percent(invented / (TRACES - reporters)),
      '',
    ],
  ];
}

/** Whether “settled” is true when it is said, and how far the stated chance can be trusted. */
function calibration(cut: (seed: number) => LoggedVehicle, count: number, of: string): string[][] {
  let awake = 0;
  let wrongly = 0;
  let settled = 0;
  let rightly = 0;
  const bins = new Map<string, { n: number; settled: number }>();
  const BINS = [
    [0.5, 0.7],
    [0.7, 0.85],
    [0.85, 0.95],
    [0.95, 0.99],
    [0.99, 1.01],
  ] as const;
  for (let n = 0; n < count; n++) {
    const one = cut(UNSEEN + 100_000 + n);
    const draw = analyseDraw(one.trace);
    const end = one.trace.seconds.at(-1)!;
    const isSettled = end >= one.settledAt;
    const says = draw.chanceSettled >= SETTLED_CHANCE;
    if (isSettled) {
      settled++;
      if (says) rightly++;
    } else {
      awake++;
      if (says) wrongly++;
    }
    const bin = BINS.find(([low, high]) => draw.chanceSettled >= low && draw.chanceSettled < high);
    if (!bin) continue;
    const name = `called ${100 * bin[0]} to ${Math.min(100, 100 * bin[1]).toFixed(0)} %`;
    const known = bins.get(name) ?? { n: 0, settled: 0 };
    known.n++;
    if (isSettled) known.settled++;
    bins.set(name, known);
  }
  const rows = [
    [`${of}called settled though it will still change`, percent(wrongly / awake), 'at most 0.5 %'],
    [`${of}called settled, of those that have`, percent(rightly / settled), ''],
  ];
  for (const [name, { n, settled: right }] of [...bins].sort()) {
    const wanted = name.includes('85 to 95') ? '86 to 94 %' : '';
    rows.push([`${of}${name}, and were (of ${n})`, percent(right / n), wanted]);
  }
  return rows;
}

/** An hour at ten samples a second, beside a fixed piece of arithmetic. */
function speed(): string[][] {
  const chance = random(UNSEEN + 7);
  const { truth } = anyVehicle(chance);
  const log = logTrace(
    new ParkedVehicle(truth),
    anySeriesMeter(chance),
    { seconds: 3600, perSecond: 10 },
    chance,
  );
  const times = (work: () => unknown) => {
    for (let i = 0; i < 5; i++) work();
    const sample = Array.from({ length: 31 }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    });
    return quantile(sample, 0.5);
  };
  let sum = 0;
  const unit = times(() => {
    for (let i = 0; i < 20_000; i++) sum += arrheniusFactor((i % 60) - 30);
    return sum;
  });
  const ms = times(() => analyseDraw(log));
  return [
    ['60 min at 10 a second, analysed', `${ms.toFixed(1)} ms`, 'under 50 ms'],
    ['the same, of 20,000 exponentials', `${(ms / unit).toFixed(1)}×`, ''],
  ];
}

export function benchDraw(): void {
  console.log(`draw tests: ${TRACES} logged currents, and ${CUTS} cut short, none seen before`);
  table(
    ['draw test', 'measured', 'wanted'],
    [
      ...settledQuality(),
      ...calibration(cutLog, CUTS, ''),
      ...calibration(otherCutLog, OTHERS, 'others: '),
      ...speed(),
    ],
  );
}

/** Seeds from which the chance of being settled was learnt. */
const LEARNT = 100_000;

/** Fits the weights of the chance anew, by Newton's method, and prints them. */
export function fitSettling(): void {
  const rows: { x: number[]; y: number }[] = [];
  for (let n = 0; n < 18_000; n++) {
    const one = cutLog(LEARNT + n);
    const question: SettledQuestion = analyseDraw(one.trace).question;
    rows.push({ x: evidence(question), y: one.trace.seconds.at(-1)! >= one.settledAt ? 1 : 0 });
  }
  console.log(
    logistic(rows)
      .map((weight) => weight.toFixed(4))
      .join(', '),
  );
}

function logistic(rows: readonly { x: readonly number[]; y: number }[]): number[] {
  const k = rows[0]!.x.length;
  let weights: number[] = Array.from({ length: k }, () => 0);
  for (let turn = 0; turn < 25; turn++) {
    const slope = Array.from({ length: k }, (_, i) => -0.01 * weights[i]!);
    const bend = Array.from({ length: k }, (_, i) =>
      Array.from({ length: k }, (_, j) => (i === j ? 0.01 : 0)),
    );
    for (const { x, y } of rows) {
      const p = 1 / (1 + Math.exp(-x.reduce((sum, term, i) => sum + term * weights[i]!, 0)));
      for (let i = 0; i < k; i++) {
        slope[i]! += (y - p) * x[i]!;
        for (let j = 0; j < k; j++) bend[i]![j]! += Math.max(1e-6, p * (1 - p)) * x[i]! * x[j]!;
      }
    }
    const step = solved(bend, slope);
    weights = weights.map((weight, i) => weight + step[i]!);
  }
  return weights;
}

/** Gauss and Jordan, with the largest pivot. */
function solved(matrix: readonly (readonly number[])[], right: readonly number[]): number[] {
  const rows = matrix.map((row, i) => [...row, right[i]!]);
  const n = rows.length;
  for (let i = 0; i < n; i++) {
    let pivot = i;
    for (let r = i; r < n; r++) {
      if (Math.abs(rows[r]![i]!) > Math.abs(rows[pivot]![i]!)) pivot = r;
    }
    [rows[i], rows[pivot]] = [rows[pivot]!, rows[i]!];
    for (let r = 0; r < n; r++) {
      if (r === i) continue;
      const factor = rows[r]![i]! / rows[i]![i]!;
      for (let c = i; c <= n; c++) rows[r]![c]! -= factor * rows[i]![c]!;
    }
  }
  return rows.map((row, i) => row[n]! / row[i]!);
}
