import { copyFileSync, mkdirSync, mkdtempSync, rmSync, statSync } from 'node:fs';
import { get } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { DEMO_NOW } from '../../demo/site';
import { addMoreSite, folderOf } from '../../store/more-sites';
import { dataFile } from '../../store/open';
import { HOST } from '../host';
import { portToMeasureOn, startServer } from '../server';
import { buildSite } from './build-site';
import { quantile, residentMb, table } from './report';

/** Sites in one process, batteries of each, and entries of each. */
const MANY = { sites: 20, batteries: 2000, entries: 40_000 };
/** A logbook that nobody writes in one season, in one file. */
const LONG = { batteries: 2000, entries: 5_000_000 };
const PAGES = ['/yard', '/round'] as const;
const CONSTANT = '/api/ping';
/** Each page of each site after its first visit. */
const VISITS = 3;
const VISITS_ALONE = 15;

/** Milliseconds to the last byte, however long the first answer takes. */
const timeOf = (url: string): Promise<number> =>
  new Promise((done, failed) => {
    const start = performance.now();
    get(url, (reply) => {
      reply.resume();
      reply.once('end', () =>
        reply.statusCode === 200
          ? done(performance.now() - start)
          : failed(new Error(`${url} answered ${reply.statusCode}`)),
      );
    }).once('error', failed);
  });

interface Visited {
  readonly first: number[];
  readonly warm: Map<string, number[]>;
}

/** Pages of servers that are gone to in turn, the first visit apart, beside a constant page. */
async function visit(bases: readonly string[], visits: number): Promise<Visited> {
  const first: number[] = [];
  const warm = new Map<string, number[]>([CONSTANT, ...PAGES].map((page) => [page, []]));
  for (const base of bases) first.push(await timeOf(`${base}/yard`));
  for (const base of bases) await timeOf(`${base}/round`);
  for (let n = 0; n < visits; n++) {
    for (const base of bases) {
      for (const [page, times] of warm) times.push(await timeOf(base + page));
    }
  }
  return { first, warm };
}

function rowsOf({ first, warm }: Visited, about: string): string[][] {
  const constant = quantile(warm.get(CONSTANT)!, 0.5);
  return [
    [
      `/yard ${about}, the first time`,
      ...[0.5, 0.95].map((q) => quantile(first, q).toFixed(0)),
      '',
    ],
    ...[...warm].map(([page, times]) => [
      `${page} ${about}`,
      quantile(times, 0.5).toFixed(1),
      quantile(times, 0.95).toFixed(1),
      `${(quantile(times, 0.5) / constant).toFixed(1)}×`,
    ]),
  ];
}

/** Twenty sites in one process: gone to one after the other, as people at each would. */
async function benchMany(): Promise<string[][]> {
  const { sites, batteries, entries } = MANY;
  const root = mkdtempSync(join(tmpdir(), 'velvet-sites-'));
  console.log(`building ${sites} sites of ${batteries} batteries and ${entries} entries each`);
  buildSite(root, batteries, entries);
  const port = await portToMeasureOn();
  for (let n = 1; n < sites; n++) {
    const site = { mark: `site-${n + 1}`, port: port + n };
    addMoreSite(root, site);
    const folder = folderOf(root, site);
    mkdirSync(folder, { recursive: true });
    copyFileSync(dataFile(root), dataFile(folder));
  }
  const start = performance.now();
  const server = await startServer({ folder: root, port, now: DEMO_NOW });
  const bases = Array.from({ length: sites }, (_, n) => `http://${HOST}:${port + n}`);
  await Promise.all(bases.map((base) => timeOf(`${base}/round`)));
  const judged = (performance.now() - start) / 1000;
  const rows = rowsOf(await visit(bases, VISITS), `of ${batteries}, one of ${sites} sites`);
  const held = residentMb(server.pid);
  console.log(
    `all ${sites} judged ${judged.toFixed(0)} s after the start; the process holds ${held.toFixed(0)} MB`,
  );
  await server.stop();
  rmSync(root, { recursive: true });
  return rows;
}

/** One file with as many entries as a site writes in decades. */
async function benchLong(): Promise<string[][]> {
  const { batteries, entries } = LONG;
  const folder = mkdtempSync(join(tmpdir(), 'velvet-long-'));
  console.log(`building a site of ${batteries} batteries and ${entries} entries: minutes`);
  buildSite(folder, batteries, entries);
  console.log(`its file has ${(statSync(dataFile(folder)).size / 1e6).toFixed(0)} MB`);
  const server = await startServer({ folder, port: await portToMeasureOn(), now: DEMO_NOW });
  const base = `http://${HOST}:${server.port}`;
  const rows = rowsOf(await visit([base], VISITS_ALONE), `with ${entries} entries`);
  console.log(`the process holds ${residentMb(server.pid).toFixed(0)} MB`);
  await server.stop();
  rmSync(folder, { recursive: true });
  return rows;
}

/** Yard and Round of many sites in one process, and of one with a long logbook. */
export async function benchSites(): Promise<void> {
  const head = [
    'server answer',
    'ms, median',
    'ms, 95th percentile',
    'median of the constant page',
  ];
  table(head, await benchMany());
  table(head, await benchLong());
}
