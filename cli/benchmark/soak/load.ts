import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { DEMO_NOW } from '../../../demo/site';
import { HOST } from '../../host';
import { portToMeasureOn, startServer } from '../../server';
import { buildSite } from '../build-site';
import { quantile } from '../report';

/** Milliseconds of the constant page while nothing else is asked, and while others are. */
export interface Loaded {
  readonly firstRoundMs: number;
  readonly idle: number;
  /** While the first Round is worked out. */
  readonly besideFirst: readonly number[];
  /** While so many read the Round, over and over. */
  readonly besideReaders: readonly number[];
  readonly readerMs: readonly number[];
}

const READERS = 20;

/** A large site: how long the constant page waits while its first Round is made, and under readers. */
export async function loadLargeSite(batteries: number, entries: number): Promise<Loaded> {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-load-'));
  buildSite(folder, batteries, entries);
  const server = await startServer({ folder, port: await portToMeasureOn(), now: DEMO_NOW });
  const base = `http://${HOST}:${server.port}`;
  const timed = async (path: string) => {
    const begun = performance.now();
    const reply = await fetch(base + path);
    await reply.arrayBuffer();
    if (!reply.ok) throw new Error(`${path} answered ${reply.status}`);
    return performance.now() - begun;
  };
  const pinging = async (until: () => boolean) => {
    const times: number[] = [];
    while (!until()) {
      times.push(await timed('/api/ping'));
      await new Promise((later) => setTimeout(later, 50));
    }
    return times;
  };
  const idle: number[] = [];
  for (let i = 0; i < 20; i++) idle.push(await timed('/api/ping'));
  let done = false;
  const first = timed('/round').finally(() => (done = true));
  const besideFirst = await pinging(() => done);
  const firstRoundMs = await first;
  done = false;
  const readerMs: number[] = [];
  const readers = Promise.all(
    Array.from({ length: READERS }, async () => {
      for (let i = 0; i < 2; i++) readerMs.push(await timed('/round'));
    }),
  ).finally(() => (done = true));
  const besideReaders = await pinging(() => done);
  await readers;
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
  return { firstRoundMs, idle: quantile(idle, 0.5), besideFirst, besideReaders, readerMs };
}
