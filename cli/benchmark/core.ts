import { performance } from 'node:perf_hooks';
import { judgeReading } from '../../core/assessment/verdict';
import { chargeForecastOf } from '../../core/assessment/charge-forecast';
import { arrheniusFactor } from '../../core/drain/self-discharge';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeDemo } from '../../demo/make';
import { DEMO_NOW } from '../../demo/site';
import { loadSite } from '../../features/site/load';
import { dataFile, openStore } from '../../store/open';
import { quantile, table } from './report';

/** A fixed piece of arithmetic, the yardstick for the rest. */
function yardstick(): number {
  let sum = 0;
  for (let i = 0; i < 20_000; i++) sum += arrheniusFactor((i % 60) - 30);
  return sum;
}

function median(work: () => unknown, times = 41): number {
  for (let i = 0; i < 5; i++) work();
  const sample: number[] = [];
  for (let i = 0; i < times; i++) {
    const start = performance.now();
    work();
    sample.push(performance.now() - start);
  }
  return quantile(sample, 0.5);
}

/** The core by itself, beside twenty thousand exponentials. */
export function benchCore(): void {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-bench-'));
  makeDemo(folder);
  const db = openStore(dataFile(folder));
  const at = Date.parse(DEMO_NOW);
  const site = loadSite(db, at)!;
  const standings = site.stays.flatMap((stay) => stay.batteries.map((one) => one.standing));
  const unit = median(yardstick);
  const rows: [string, number][] = [
    ['20,000 exponentials (yardstick)', unit],
    ['a verdict on a typed reading', median(() => judgeReading(standings[0]!, { volts: 12.5 }))],
    [`the outlook of ${standings.length} batteries`, median(() => standings.map(chargeForecastOf))],
    ['the demo site from its data file', median(() => loadSite(db, at), 21)],
  ];
  table(
    ['core', 'ms, median', 'of the yardstick'],
    rows.map(([name, ms]) => [name, ms.toFixed(2), `${(ms / unit).toFixed(2)}×`]),
  );
  db.close();
  rmSync(folder, { recursive: true });
}
