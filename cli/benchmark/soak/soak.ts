import { setFlagsFromString } from 'node:v8';
import { runInNewContext } from 'node:vm';
import { quantile, table } from '../report';
import { benchFuzz } from './fuzz';
import { benchKills } from './kills';
import { liveHostile, liveSeason, type Lived } from './live';
import { loadLargeSite } from './load';

const DAYS = 150;
const LOOK_EVERY = 75;
const HOSTILE_SEASONS = 20;
const HOSTILE_ENTRIES = 300;
const KILLS = 300;
const FUZZED = 10_000;

/** What is in use after all that can be thrown away was. */
function heapMb(): number {
  setFlagsFromString('--expose-gc');
  (runInNewContext('gc') as () => void)();
  return process.memoryUsage().heapUsed / 1e6;
}

const sum = (all: readonly Lived[], of: (one: Lived) => number) =>
  all.reduce((total, one) => total + of(one), 0);

function rowOf(name: string, all: readonly Lived[], grewMb: number): string[] {
  const slower = all.map(({ firstMs, lastMs }) => lastMs / firstMs);
  return [
    name,
    String(sum(all, ({ taken }) => taken)),
    String(sum(all, ({ pages }) => pages)),
    String(sum(all, ({ failures }) => failures.length)),
    String(sum(all, ({ breaches, noPlan }) => breaches.length + noPlan.length)),
    String(sum(all, ({ troubled }) => troubled)),
    `${quantile(slower, 0.5).toFixed(1)}× (worst ${Math.max(...slower).toFixed(1)}×)`,
    `${grewMb.toFixed(0)} MB`,
  ];
}

/** Whether the program stays up and keeps what it has, whatever is done to it. */
export async function benchSoak(seasons: number): Promise<void> {
  const rows: string[][] = [];
  const why = new Set<string>();
  const lives: [string, number, (seed: number) => Promise<Lived>][] = [
    [`${seasons} ordinary seasons`, seasons, (seed) => liveSeason(seed, DAYS, LOOK_EVERY)],
    [
      `${HOSTILE_SEASONS} hostile ones`,
      HOSTILE_SEASONS,
      (seed) => liveHostile(seed, HOSTILE_ENTRIES, HOSTILE_ENTRIES / 4),
    ],
  ];
  for (const [name, count, live] of lives) {
    const all: Lived[] = [await live(1)];
    const before = heapMb();
    for (let seed = 2; seed <= count; seed++) {
      all.push(await live(seed));
      if (seed % 20 === 0) console.log(`  ${name}: ${seed} lived`);
    }
    rows.push(rowOf(name, all, heapMb() - before));
    for (const { failures, breaches, noPlan } of all) {
      for (const one of [...failures, ...breaches, ...noPlan]) why.add(one);
    }
  }
  table(
    [
      'lived',
      'entries taken',
      'pages',
      'failed',
      'plans unsound or none',
      'not judged',
      'pages at the end',
      'heap grew',
    ],
    rows,
  );
  for (const one of await benchFuzz(FUZZED)) why.add(one);
  await benchKills(KILLS);
  const large = await loadLargeSite(2000, 200_000);
  const ms = (times: readonly number[], share: number) =>
    `${quantile([...times], share).toFixed(0)} ms`;
  table(
    [
      '2,000 batteries, 200,000 entries',
      'constant page, median',
      '95th percentile',
      'worst',
      'beside',
    ],
    [
      ['nothing else', `${large.idle.toFixed(1)} ms`, '', '', ''],
      ...(
        [
          [
            'the first Round',
            large.besideFirst,
            `Round ${(large.firstRoundMs / 1000).toFixed(1)} s`,
          ],
          [
            '20 readers of the Round',
            large.besideReaders,
            `Round, 95th percentile ${ms(large.readerMs, 0.95)}`,
          ],
        ] as const
      ).map(([name, times, beside]) => [
        name,
        ms(times, 0.5),
        ms(times, 0.95),
        ms(times, 1),
        beside,
      ]),
    ],
  );
  for (const one of [...why].slice(0, 20)) console.log(`  ${one}`);
}
