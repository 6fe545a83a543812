import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { makeDemo } from '../../demo/make';
import { DEMO_NOW } from '../../demo/site';
import { HOST } from '../host';
import { portToMeasureOn, startServer } from '../server';
import { table } from './report';

const VIEWS = [
  'yard',
  'round',
  'vehicle/vehicle-31',
  'lay-up',
  'bench?battery=battery-033',
  'rules',
];

/** Script that each page names for its first load, compressed as it travels. */
export async function benchSizes(): Promise<void> {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-bench-'));
  makeDemo(folder);
  const server = await startServer({ folder, port: await portToMeasureOn(), now: DEMO_NOW });
  const base = `http://${HOST}:${server.port}`;
  const rows: string[][] = [];
  for (const view of VIEWS) {
    const html = await (await fetch(`${base}/${view}`)).text();
    // Old browsers alone fetch what is marked nomodule.
    const tags = html.match(/<script[^>]*src="[^"]+"[^>]*>/g) ?? [];
    const modern = tags.filter((tag) => !/nomodule/i.test(tag));
    const sources = new Set(modern.map((tag) => /src="([^"]+)"/.exec(tag)![1]!));
    let compressed = 0;
    for (const source of sources) {
      const script = await (await fetch(new URL(source, base))).arrayBuffer();
      compressed += gzipSync(Buffer.from(script), { level: 6 }).length;
    }
    const page = gzipSync(html).length;
    rows.push([view, String(sources.size), kilobytes(compressed), kilobytes(page)]);
  }
  await server.stop();
  rmSync(folder, { recursive: true });
  table(['first load', 'scripts', 'kB of script, compressed', 'kB of page, compressed'], rows);
}

const kilobytes = (bytes: number) => (bytes / 1000).toFixed(0);
