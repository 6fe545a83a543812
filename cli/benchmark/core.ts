import { performance } from 'node:perf_hooks';
import { judgeReading } from '../../core/assessment/judge';
import { chargeForecastOf } from '../../core/assessment/charge-forecast';
import { arrheniusFactor } from '../../core/drain/self-discharge';
import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makeDemo } from '../../demo/make';
import { DEMO_NOW } from '../../demo/site';
import { newEntry } from '../../features/logbook/new-entry';
import { handlePostEntry } from '../../features/logbook/post-entry';
import { db as siteDb } from '../../features/server/store';
import { loadSite } from '../../features/site/load';
import { dataFile, openStore } from '../../store/open';
import { statementsOf } from '../../store/statements.fixture';
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

/** Statements for a reading that is sent, once what changes seldom was read and its battery known. */
async function statementsOfReading(folder: string): Promise<number> {
  process.env.EMBER_DATA = folder;
  process.env.EMBER_NOW = DEMO_NOW;
  const send = () => {
    const data = { volts: 12.6, celsius: null, restedHours: 48, confirmed: true };
    const entry = newEntry('reading', 'battery-027', Date.parse(DEMO_NOW), data);
    const body = JSON.stringify(entry);
    const headers = { 'content-type': 'application/json' };
    return handlePostEntry(new Request('http://127.0.0.1/', { method: 'POST', headers, body }));
  };
  for (let i = 0; i < 2; i++) await send();
  const count = (await statementsOf(siteDb(), send)).length;
  siteDb().close();
  return count;
}

/** The core by itself, beside twenty thousand exponentials. */
export async function benchCore(): Promise<void> {
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
  console.log(`a reading that is sent: ${await statementsOfReading(folder)} SQL statements`);
  rmSync(folder, { recursive: true });
}
