import type { SeasonDocument } from '../../core/schedule/document';
import { problemOf } from '../../core/schedule/problem';
import { replan } from '../../core/schedule/replan';
import { firstPlan } from '../../core/schedule/solve';
import { tightenFor } from '../../core/schedule/tighten-over';
import { writePlan } from '../../core/schedule/write-plan';
import { randomOne } from '../../simulators/random';
import { seasonOfChance } from '../../simulators/seasons';
import { table } from './report';
import { solveExactly } from './season-exact';

const TIGHTEN_SECONDS = 10;

const seconds = (ms: number) => `${(ms / 1000).toFixed(2)} s`;
const hours = (minutes: number) =>
  `${Math.floor(minutes / 60)} h ${String(Math.round(minutes) % 60).padStart(2, '0')}`;

function timed<T>(run: () => T): { ms: number; made: T } {
  const began = performance.now();
  const made = run();
  return { ms: performance.now() - began, made };
}

/** How fast a season is planned, how tight the plan is, and how it stands beside an exact solver. */
export async function benchSeason(highsSeconds: number | null): Promise<void> {
  speed();
  const twelve = [1, 2, 3, 4, 5].map((seed) => ({
    name: `12 batteries, seed ${seed}`,
    season: of(seed, 12, 4),
  }));
  const more = [1, 2, 3].map((seed) => ({
    name: `64 batteries, seed ${seed}`,
    season: of(seed, 64, 10),
  }));
  await tightness([...twelve, ...more], highsSeconds);
}

const of = (seed: number, batteries: number, chargers: number): SeasonDocument =>
  seasonOfChance(seed, { batteries, chargers, minutes: batteries > 100 ? 1440 : 180 });

function speed(): void {
  // Once before anything is timed: what is compiled first is slow.
  firstPlan(problemOf(of(7, 16, 4)));
  const rows = (
    [
      [64, 10],
      [250, 20],
      [500, 30],
      [1000, 45],
      [2000, 60],
    ] as const
  ).map(([batteries, chargers]) => {
    const season = of(3, batteries, chargers);
    const { ms, made } = timed(() => firstPlan(problemOf(season)));
    return { batteries, chargers, ms, minutes: made.usage.minutes };
  });
  const one = rows[0]!.ms / rows[0]!.batteries;
  table(
    ['batteries', 'chargers', 'first plan', 'each, of 64', 'wanted'],
    rows.map(({ batteries, chargers, ms }) => [
      String(batteries),
      String(chargers),
      seconds(ms),
      `${(ms / batteries / one).toFixed(2)}×`,
      batteries === 64 ? 'under 0.5 s' : batteries === 2000 ? 'under 5 s' : '',
    ]),
  );
  const season = of(3, 64, 10);
  const plan = writePlan(firstPlan(problemOf(season)), null);
  const low: SeasonDocument = {
    ...season,
    batteries: season.batteries.map((battery, i) =>
      i === 20 ? { ...battery, socPct: battery.lineSocPct + 4 } : battery,
    ),
  };
  const times = [1, 2, 3, 4, 5].map(
    () => timed(() => replan(problemOf(low), plan, randomOne(1).uniform)).ms,
  );
  times.sort((a, b) => a - b);
  console.log(
    `replanning 64 after one low reading: ${times[2]!.toFixed(0)} ms (wanted: under 200 ms)\n`,
  );
}

async function tightness(
  cases: readonly { name: string; season: SeasonDocument }[],
  highsSeconds: number | null,
): Promise<void> {
  const rows: string[][] = [];
  let gaps = 0;
  for (const { name, season } of cases) {
    const problem = problemOf(season);
    const first = firstPlan(problem);
    const { solution, bound: proof } = tightenFor(
      firstPlan(problem),
      TIGHTEN_SECONDS * 1000,
      randomOne(1).uniform,
      () => performance.now(),
    );
    const bound = proof.value;
    const gap = (solution.cost - bound) / solution.cost;
    gaps += gap;
    const exact = highsSeconds === null ? null : await solveExactly(problem, highsSeconds);
    rows.push([
      name,
      hours(first.cost),
      hours(solution.cost),
      hours(bound),
      `${(100 * gap).toFixed(1)} %`,
      exact === null
        ? ''
        : exact.minutes === null
          ? 'no plan found'
          : `${hours(exact.minutes)}${exact.proven ? ', proven' : ''}`,
    ]);
    console.log(rows.at(-1)!.join('  '));
  }
  console.log();
  table(
    [
      'season',
      'first plan',
      `tightened ${TIGHTEN_SECONDS} s`,
      'no plan needs less',
      'gap',
      highsSeconds === null ? 'exact solver: --highs S' : `exact solver, ${highsSeconds} s`,
    ],
    rows,
  );
  console.log(
    `gap on the average: ${((100 * gaps) / cases.length).toFixed(1)} % (wanted: at most 20 %)\n`,
  );
}
