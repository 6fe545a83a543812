import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { DEMO_NOW } from '../../demo/site';
import { random } from '../../simulators/random';
import { HOST } from '../host';
import { portToMeasureOn, startServer } from '../server';
import { quantile, table } from './report';
import { buildSite } from './build-site';
import { enterToNextCard } from './enter';

/** Batteries, entries, and how often each page is asked for. */
const SITES = [
  [300, 30_000, 60],
  [2000, 200_000, 15],
] as const;
const WARM_UP = 10;

/** Answer of the server to the last byte, milliseconds, in turn with a constant answer. */
async function timesOf(
  base: string,
  paths: readonly string[],
  runs: number,
): Promise<Map<string, number[]>> {
  const times = new Map(paths.map((path) => [path, [] as number[]]));
  for (let run = 0; run < WARM_UP + runs; run++) {
    for (const path of paths) {
      const start = performance.now();
      const reply = await fetch(`${base}${path}`);
      await reply.arrayBuffer();
      if (!reply.ok) throw new Error(`${path} answered ${reply.status}`);
      if (run >= WARM_UP) times.get(path)!.push(performance.now() - start);
    }
  }
  return times;
}

const READERS = 20;
const READING_MS = 30_000;
/** A reader looks at a page for two to four seconds. */
const LOOKS_MS = { least: 2000, more: 2000 };
const PING_MS = 100;

/** Milliseconds to the last byte of each page, while many read at once. */
async function timesBeside(base: string): Promise<Map<string, number[]>> {
  const chance = random(20);
  const times = new Map<string, number[]>();
  const pause = (ms: number) => new Promise((later) => setTimeout(later, ms));
  const get = async (path: string) => {
    const start = performance.now();
    const reply = await fetch(`${base}${path}`);
    await reply.arrayBuffer();
    if (!reply.ok) throw new Error(`${path} answered ${reply.status}`);
    times.set(path, [...(times.get(path) ?? []), performance.now() - start]);
  };
  const until = performance.now() + READING_MS;
  const reader = async () => {
    await pause(chance.uniform() * LOOKS_MS.more);
    while (performance.now() < until) {
      await get(chance.uniform() < 0.5 ? '/round' : '/yard');
      await pause(LOOKS_MS.least + chance.uniform() * LOOKS_MS.more);
    }
  };
  const constant = async () => {
    while (performance.now() < until) {
      await get('/api/ping');
      await pause(PING_MS);
    }
  };
  await Promise.all([constant(), ...Array.from({ length: READERS }, reader)]);
  return times;
}

/** A row for each page, beside the constant one of the same run. */
function rowsOf(
  times: ReadonlyMap<string, readonly number[]>,
  about: string,
  share: number,
): string[][] {
  const constant = quantile(times.get('/api/ping')!, share);
  return [...times].map(([path, sample]) => [
    `${path} ${about}`,
    quantile(sample, 0.5).toFixed(1),
    quantile(sample, 0.95).toFixed(1),
    `${(quantile(sample, share) / constant).toFixed(1)}×`,
  ]);
}

/** Yard and Round of large sites beside a constant page in the same run. */
export async function benchServer(): Promise<void> {
  const rows: string[][] = [];
  const beside: string[][] = [];
  for (const [batteries, entries, runs] of SITES) {
    const folder = mkdtempSync(join(tmpdir(), 'velvet-bench-'));
    console.log(`building a site of ${batteries} batteries and ${entries} entries`);
    buildSite(folder, batteries, entries);
    const server = await startServer({ folder, port: await portToMeasureOn(), now: DEMO_NOW });
    const base = `http://${HOST}:${server.port}`;
    const pages = ['/api/ping', '/yard', '/api/yard', '/round'];
    rows.push(...rowsOf(await timesOf(base, pages, runs), `of ${batteries}`, 0.5));
    beside.push(...rowsOf(await timesBeside(base), `of ${batteries}`, 0.95));
    await server.stop();
    rmSync(folder, { recursive: true });
  }
  table(
    ['server answer', 'ms, median', 'ms, 95th percentile', 'median of the constant page'],
    rows,
  );
  table(
    [
      `while ${READERS} read at once`,
      'ms, median',
      'ms, 95th percentile',
      '95th of the constant page',
    ],
    beside,
  );
  await enterToNextCard();
}
