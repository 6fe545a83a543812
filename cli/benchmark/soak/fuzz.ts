import { readFileSync } from 'node:fs';
import { performance } from 'node:perf_hooks';
import { DEMO_NOW } from '../../../demo/site';
import { LEAST_FOR_PAGE } from '../../../features/access/least';
import { random, type Random } from '../../../simulators/random';
import { residentMb, table } from '../report';
import { Building } from './building';
import { hostileEntry } from './hostile';
import { lookInto } from './kept';
import { SoakSite } from './site';

interface Fuzzed {
  readonly requests: number;
  readonly by: ReadonlyMap<string, number>;
  /** Answers over 500, hangs and broken connections. */
  readonly failures: readonly string[];
  readonly slowestMs: number;
  /** Memory of the server, from when it was warm. */
  readonly grewMb: number;
  readonly unlikeFold: number;
}

/** What ends the session that asks, or waits for its PIN: then nothing else would be reached. */
const LEFT_OUT: readonly string[] = [
  ...['POST /api/sign-out', 'PUT /api/pin'],
  // These never end.
  ...['GET /api/live', 'GET /api/bench/stream'],
];
const PAGES = Object.keys(LEAST_FOR_PAGE).map((path) => `GET ${path}`);
/** As they are described; a test holds that against the program. */
const { paths } = JSON.parse(readFileSync('docs/openapi.json', 'utf8')) as {
  readonly paths: Readonly<Record<string, object>>;
};
const API = Object.entries(paths).flatMap(([path, methods]) =>
  Object.keys(methods).map((method) => `${method.toUpperCase()} ${path}`),
);
/** Every address and page there is. */
const ADDRESSES = [...API, ...PAGES].filter((one) => !LEFT_OUT.includes(one));
const READS = ADDRESSES.filter((address) => address.startsWith('GET'));
const WRITES = ADDRESSES.filter((address) => !READS.includes(address));

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

/** From here on memory counts: what is made once has been made. */
const WARM = 3000;
const AT_ONCE = 5;

/** Sends what nobody would to every route, some at once, and looks for an answer to each. */
async function fuzzRoutes(requests: number): Promise<Fuzzed> {
  const building = new Building(2);
  if (!(await building.start())) throw new Error('the server did not start');
  const chance = random(23);
  const site = new SoakSite(random(5));
  const by = new Map<string, number>();
  const failures: string[] = [];
  let slowestMs = 0;
  const one = async (): Promise<void> => {
    const writes = chance.uniform() < 0.6;
    const address = chance.pick(writes ? WRITES : READS);
    const [method, named] = address.split(' ') as [string, string];
    const path = named.replace(/\{\w+\}/g, () => chance.pick(WORDS));
    const who = chance.pick(building.people);
    const kind =
      chance.uniform() < 0.9 ? 'application/json' : chance.pick(['text/plain', 'image/png', '']);
    const headers: Record<string, string> = {
      ...(kind ? { 'content-type': kind } : {}),
      ...(chance.uniform() < 0.97 ? {} : { origin: 'https://elsewhere.test' }),
    };
    const begun = performance.now();
    try {
      const asked = path + (writes ? '' : chance.pick(QUERIES));
      const body = writes ? bodyOf(chance, site, named) : undefined;
      const { status, body: said } = await building.ask(who, method, asked, body, headers);
      const family = `${Math.floor(status / 100)}xx`;
      by.set(family, (by.get(family) ?? 0) + 1);
      // 502 is the demo's outside, which is not there.
      if (status >= 500 && status !== 502)
        failures.push(`${method} ${path}: ${status} ${said.slice(0, 200)}`);
    } catch (error) {
      failures.push(`${method} ${path}: ${(error as Error).message}`);
    }
    slowestMs = Math.max(slowestMs, performance.now() - begun);
  };
  let warmMb = residentMb(building.pid);
  for (let sent = 0; sent < requests; sent += AT_ONCE) {
    await Promise.all(Array.from({ length: AT_ONCE }, one));
    if (sent <= WARM) warmMb = Math.max(warmMb, residentMb(building.pid));
  }
  const grewMb = residentMb(building.pid) - warmMb;
  site.close();
  await building.stop();
  const { unlikeFold } = lookInto(building.folder, new Set());
  building.remove();
  return { requests, by, failures, slowestMs, grewMb, unlikeFold };
}

/** The table of what came of it; answers what failed. */
export async function benchFuzz(requests: number): Promise<readonly string[]> {
  const { by, failures, slowestMs, grewMb, unlikeFold } = await fuzzRoutes(requests);
  table(
    [
      ...['requests that nobody would make', 'answered', 'over 500, hung or broken', 'slowest'],
      ...['memory after the first 3,000', 'states unlike a fresh fold'],
    ],
    [
      [
        String(requests),
        [...by]
          .sort()
          .map(([kind, n]) => `${kind} ${n}`)
          .join(', '),
        String(failures.length),
        `${(slowestMs / 1000).toFixed(1)} s`,
        `${grewMb < 0 ? '−' : '+'}${Math.abs(grewMb).toFixed(0)} MB`,
        String(unlikeFold),
      ],
    ],
  );
  return failures;
}
