import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { DEMO_NOW } from '../../demo/site';
import { HOST } from '../host';
import { freePort, startServer } from '../server';
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

/** Yard and Round of large sites beside a constant page in the same run. */
export async function benchServer(): Promise<void> {
  const rows: string[][] = [];
  for (const [batteries, entries, runs] of SITES) {
    const folder = mkdtempSync(join(tmpdir(), 'velvet-bench-'));
    console.log(`building a site of ${batteries} batteries and ${entries} entries`);
    buildSite(folder, batteries, entries);
    const server = await startServer({ folder, port: await freePort(), now: DEMO_NOW });
    const base = `http://${HOST}:${server.port}`;
    const times = await timesOf(base, ['/api/ping', '/yard', '/round'], runs);
    const constant = quantile(times.get('/api/ping')!, 0.5);
    for (const [path, sample] of times) {
      const p50 = quantile(sample, 0.5);
      rows.push([
        `${path} of ${batteries}`,
        p50.toFixed(1),
        quantile(sample, 0.95).toFixed(1),
        `${(p50 / constant).toFixed(1)}×`,
      ]);
    }
    await server.stop();
    rmSync(folder, { recursive: true });
  }
  table(
    ['server answer', 'ms, median', 'ms, 95th percentile', 'median of the constant page'],
    rows,
  );
  await enterToNextCard();
}
