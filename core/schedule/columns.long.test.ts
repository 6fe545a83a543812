import fc from 'fast-check';
import loadHighs, { type Highs } from 'highs';
import { solveExactly } from './exactly.fixture';
import { randomOne } from '../../simulators/random';
import { seasonOfChance, type SeasonSize } from '../../simulators/seasons';
import { checkPlan } from '../schedule-validation/check';
import { Columns } from './columns';
import { bestPath } from './path';
import { Prices, Scarce } from './prices';
import { problemOf } from './problem';
import { Solution, firstPlan } from './solve';
import { tightened } from './tighten';
import { writePlan } from './write-plan';

const size: SeasonSize = { batteries: 9, chargers: 3, weeks: 12 };
const seasons = fc
  .tuple(fc.integer({ min: 1, max: 1_000_000 }), fc.boolean())
  .map(([seed, awkward]) => seasonOfChance(seed, { ...size, awkward }));

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

/** Prices that somebody might ask. */
function pricesOfChance(scarce: Scarce, seed: number): Prices {
  const { uniform } = randomOne(seed);
  const prices = new Prices(scarce);
  const some = (of: Float64Array, most: number) => {
    for (let i = 0; i < of.length; i++) of[i] = uniform() < 0.4 ? most * uniform() : 0;
  };
  some(prices.minute, 0.3);
  some(prices.channel, 3);
  prices.outlet.forEach((_, i) => {
    const hall = Math.floor(i / scarce.rounds);
    if (scarce.outlets[hall]! < Infinity) prices.outlet[i] = uniform();
    if (scarce.air[hall]! < Infinity) prices.air[i] = uniform();
  });
  scarce.companies.forEach((companies, w) => {
    for (const { units, minutes } of companies) {
      for (let r = 0; r < scarce.rounds; r++) {
        const there = units.filter(({ lastRound }) => lastRound >= r);
        const parts = there.map(() => uniform() ** 4);
        const whole = parts.reduce((sum, part) => sum + part, 0);
        there.forEach(({ index }, i) => {
          prices.shares[w]![index * scarce.rounds + r] = (minutes * parts[i]!) / whole;
        });
      }
    }
  });
  return prices;
}

/** Grows the programme to its end. */
function grown(scarce: Scarce, from: Solution): Columns {
  const columns = new Columns(highs, scarce);
  columns.offer(from.paths);
  for (let i = 0; i < 300 && !columns.isDone && !columns.impossible; i++) columns.step();
  return columns;
}

describe('a path at prices', () => {
  it('is the same whether its search knows a limit and compares chargers, or looks at all', () => {
    fc.assert(
      fc.property(seasons, fc.integer({ min: 1, max: 1000 }), (season, seed) => {
        const problem = problemOf(season);
        const prices = pricesOfChance(new Scarce(problem), seed);
        for (const unit of problem.units) {
          const market = prices.market(unit);
          const plain = bestPath(problem, unit, { ...market, dearer: null }, true);
          const found = bestPath(problem, unit, market, true, plain?.cost ?? Infinity);
          expect(found === null).toBe(plain === null);
          if (!plain || !found) continue;
          expect(found.cost).toBeCloseTo(plain.cost, 6);
          // Nothing cheaper is overlooked, and nothing cheaper is made up.
          expect(bestPath(problem, unit, market, true, plain.cost - 1e-3)).toBeNull();
        }
      }),
      { numRuns: 25 },
    );
  });

  it('with all others and less the worth of what is scarce never comes to more than a legal plan', () => {
    fc.assert(
      fc.property(seasons, fc.integer({ min: 1, max: 1000 }), (season, seed) => {
        const problem = problemOf(season);
        const plan = firstPlan(problem);
        fc.pre(plan.penalty === 0);
        const prices = pricesOfChance(new Scarce(problem), seed);
        const paid = problem.units.map(
          (unit) => bestPath(problem, unit, prices.market(unit), true)!.cost,
        );
        const bound = paid.reduce((sum, cost) => sum + cost, 0) - prices.worth();
        expect(bound).toBeLessThanOrEqual(plan.cost + 1e-6);
      }),
      { numRuns: 25 },
    );
  });
});

describe('the programme over paths', () => {
  it('proves less than any legal plan takes, climbs, and ends', () => {
    fc.assert(
      fc.property(seasons, (season) => {
        const problem = problemOf(season);
        const plan = tightened(firstPlan(problem), 30, randomOne(1).uniform);
        const columns = new Columns(highs, new Scarce(problem));
        columns.offer(plan.paths);
        let before = -Infinity;
        for (let i = 0; i < 300 && !columns.isDone && !columns.impossible; i++) {
          columns.step();
          if (columns.impossible) break;
          expect(columns.value).toBeGreaterThanOrEqual(before);
          before = columns.value;
        }
        if (plan.penalty === 0) {
          expect(columns.isDone).toBe(true);
          expect(columns.impossible).toBe(false);
          expect(columns.value).toBeLessThanOrEqual(plan.cost + 1e-6);
          // Not a bound that anything would keep to.
          expect(columns.value).toBeGreaterThan(0.8 * plan.cost);
        }
        columns.dispose();
      }),
      { numRuns: 8 },
    );
  });

  it('is no higher than what another formulation of the same season solves exactly', async () => {
    let compared = 0;
    for (const seed of [3, 5, 8, 13]) {
      const season = seasonOfChance(seed, { batteries: 2, chargers: 2, weeks: 5 });
      const problem = problemOf(season);
      const plan = tightened(firstPlan(problem), 60, randomOne(1).uniform);
      if (plan.penalty > 0) continue;
      const exact = await solveExactly(problem, 20);
      expect(exact.proven).toBe(true);
      const columns = grown(new Scarce(problem), plan);
      expect(columns.value).toBeLessThanOrEqual(exact.minutes! + 1e-3);
      const paths = columns.whole(5000, () => performance.now())!;
      const solution = new Solution(problem);
      solution.adopt(paths);
      expect(solution.cost).toBeCloseTo(exact.minutes!, 1);
      columns.dispose();
      compared++;
    }
    expect(compared).toBeGreaterThan(1);
  });

  it('says that no plan is legal where two need the one channel at the same time', () => {
    const season = seasonOfChance(4, { batteries: 2, chargers: 1, weeks: 5 });
    const [first] = season.batteries;
    const alike = (id: string, order: number) => ({
      ...first!,
      id,
      order,
      stop: id,
      chemistry: 'flooded' as const,
      negativeOn: false,
      drawMa: 0,
      capacityAh: 60,
      socPct: 90,
      lineSocPct: 60,
      lastFull: season.today,
      lastRead: season.today,
      rechargeEveryDays: undefined,
      // Not a day is to spare: both must become full within the last days before.
      collect: season.end,
      collectSocPct: 99.2,
      selfDischargePctPerMonthAt20C: 6,
    });
    const both: typeof season = {
      ...season,
      rounds: { ...season.rounds, weekdays: ['mon'] },
      chargers: [{ ...season.chargers[0]!, channels: 1, chemistries: ['flooded'] }],
      batteries: [alike('a', 1), alike('b', 2)],
      pins: [],
    };
    const alone = problemOf({ ...both, batteries: both.batteries.slice(0, 1) });
    const one = firstPlan(alone);
    expect(one.penalty).toBe(0);
    expect(grown(new Scarce(alone), one).impossible).toBe(false);
    const problem = problemOf(both);
    const plan = firstPlan(problem);
    expect(plan.penalty).toBeGreaterThan(0);
    expect(grown(new Scarce(problem), plan).impossible).toBe(true);
  });
});

describe('a plan that begins anew with the paths of a programme', () => {
  it('may be walked, whatever paths they are', () => {
    fc.assert(
      fc.property(seasons, (season) => {
        const problem = problemOf(season);
        const plan = firstPlan(problem);
        const columns = new Columns(highs, new Scarce(problem));
        columns.offer(plan.paths);
        for (let i = 0; i < 3; i++) columns.step();
        plan.adopt(columns.likely);
        columns.dispose();
        expect(checkPlan(season, writePlan(plan, null)).breaches).toEqual([]);
      }),
      { numRuns: 12 },
    );
  });
});
