import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { performance } from 'node:perf_hooks';
import { makeDemo } from '../../../demo/make';
import { DEMO_NOW } from '../../../demo/site';
import { random, type Random } from '../../../simulators/random';
import { HOST } from '../../host';
import { freePort, startServer } from '../../server';
import { hostileEntry } from './hostile';
import { SoakSite } from './site';

export interface Fuzzed {
  readonly requests: number;
  readonly by: ReadonlyMap<string, number>;
  /** Answers over 500, hangs and broken connections. */
  readonly failures: readonly string[];
  readonly slowestMs: number;
}

const GETS = [
  '/yard',
  '/round',
  '/season',
  '/charge',
  '/lay-up',
  '/bench',
  '/rules',
  '/setup',
  '/vehicle/X',
  '/print/season',
  '/print/vehicle/X',
  '/api/ping',
  '/api/season/rounds.ics',
  '/api/season/document',
  '/api/photos/X',
  '/api/demo/sight',
  '/api/bench/trace',
  '/api/advice',
  '/X',
];
const WRITES = [
  '/api/entries',
  '/api/entries/batch',
  '/api/lay-up',
  '/api/batteries',
  '/api/bench',
  '/api/bench/hands',
  '/api/bench/trace',
  '/api/demo/clock',
  '/api/meter',
  '/api/drafts/X',
  '/api/fuses',
  '/api/fuses/known',
  '/api/photos/X',
  '/api/devices',
  '/api/reports',
  '/api/rules/preview',
  '/api/season/plan',
  '/api/setup',
  '/api/stock',
  '/api/temperatures',
];
const WORDS = [
  'vehicle-31',
  'battery-033',
  '%2e%2e',
  '%00',
  '%25',
  '%E2%82%AC',
  'a'.repeat(300),
  '',
  '<script>',
  "'",
  '\u{1F600}',
];
const QUERIES = [
  '',
  '?day=2027-02-12',
  '?day=%E2%82%AC',
  '?day=9999-99-99',
  '?battery=battery-033&job=draw',
  '?battery[]=1',
  '?view=stock',
  '?_rsc=1',
];

/** A JSON value of chance: sometimes the right shape with something wrong in it. */
function bodyOf(chance: Random, site: SoakSite, path: string): string {
  const roll = chance.uniform();
  if (roll < 0.1) return chance.pick(['', '{', '[]', 'null', '"x"', '1e999', '{"a":'.repeat(2000)]);
  const entry = hostileEntry(site, Date.parse(DEMO_NOW), []);
  const own = {
    ...entry,
    subjectId: entry.subjectKind === 'battery' ? 'battery-033' : entry.subjectId,
  };
  if (path === '/api/entries' && roll < 0.8) return JSON.stringify(own);
  if (path === '/api/entries/batch') return JSON.stringify([own, entry, own]);
  const value = (depth: number): unknown => {
    switch (Math.floor(chance.between(0, depth > 3 ? 4 : 7))) {
      case 0:
        return chance.pick([0, -1, 1e300, 12.5, 2 ** 53]);
      case 1:
        return chance.pick([...WORDS, '2027-02-30', '9999-12-31', '0050-01-01', DEMO_NOW]);
      case 2:
        return chance.pick([true, false]);
      case 3:
        return null;
      case 4:
        return Array.from({ length: Math.floor(chance.between(0, 5)) }, () => value(depth + 1));
      default:
        return Object.fromEntries(
          [
            'vehicleId',
            'batteryId',
            'id',
            'kind',
            'name',
            'data',
            'days',
            'target',
            'do',
            'facts',
            'plan',
            'list',
            'model',
            'meter',
            'halls',
          ]
            .filter(() => chance.uniform() < 0.4)
            .map((key) => [key, value(depth + 1)]),
        );
    }
  };
  return JSON.stringify(value(0));
}

const ANSWERS_WITHIN_MS = 60_000;

/** Sends what nobody would to every route, some at once, and looks for an answer to each. */
export async function fuzzRoutes(requests: number): Promise<Fuzzed> {
  const folder = mkdtempSync(join(tmpdir(), 'velvet-fuzz-'));
  makeDemo(folder);
  const server = await startServer({ folder, port: await freePort(), now: DEMO_NOW });
  const origin = `http://${HOST}:${server.port}`;
  const chance = random(23);
  const site = new SoakSite(random(5));
  const by = new Map<string, number>();
  const failures: string[] = [];
  let slowestMs = 0;
  const one = async (): Promise<void> => {
    const writes = chance.uniform() < 0.6;
    const path = chance.pick(writes ? WRITES : GETS).replace('X', () => chance.pick(WORDS));
    const url = `${origin}${path}${writes ? '' : chance.pick(QUERIES)}`;
    const method = writes ? (/drafts|photos/.test(path) ? 'PUT' : 'POST') : 'GET';
    const type =
      chance.uniform() < 0.9 ? 'application/json' : chance.pick(['text/plain', 'image/png', '']);
    const begun = performance.now();
    try {
      const reply = await fetch(url, {
        method,
        redirect: 'manual',
        headers: {
          ...(type ? { 'content-type': type } : {}),
          ...(chance.uniform() < 0.97 ? { origin } : {}),
        },
        ...(writes ? { body: bodyOf(chance, site, path) } : {}),
        signal: AbortSignal.timeout(ANSWERS_WITHIN_MS),
      });
      const said = await reply.text();
      const kind = `${Math.floor(reply.status / 100)}xx`;
      by.set(kind, (by.get(kind) ?? 0) + 1);
      // 502 is the demo's outside, which is not there.
      if (reply.status >= 500 && reply.status !== 502)
        failures.push(`${method} ${path}: ${reply.status} ${said.slice(0, 200)}`);
    } catch (error) {
      failures.push(`${method} ${path}: ${(error as Error).message}`);
    }
    slowestMs = Math.max(slowestMs, performance.now() - begun);
  };
  for (let sent = 0; sent < requests; sent += 5) await Promise.all(Array.from({ length: 5 }, one));
  site.close();
  await server.stop();
  rmSync(folder, { recursive: true, force: true });
  return { requests, by, failures, slowestMs };
}
