import fc from 'fast-check';
import { randomOne } from '../../simulators/random';
import { atPrices, seasonOfChance } from '../../simulators/seasons';
import { checkPlan } from '../schedule-validation/check';
import { LowerBound, boundOf } from './bound';
import { SeasonDocument } from './document';
import { bestPath } from './path';
import { problemOf, type Problem } from './problem';
import { Scarce } from './prices';
import { Solution, firstPlan } from './solve';
import { tightened } from './tighten';
import { writePlan } from './write-plan';

/** A season of chance in which things have prices. */
const priced = (seed: number, batteries: number, prices: SeasonDocument['prices']) =>
  atPrices(seasonOfChance(seed, { batteries, chargers: 4, awkward: batteries > 4 }), prices);
const USUAL = { minute: 25 / 60, chargerDay: 0.15, kWh: 0.35 };
const somePrices = fc.record({
  minute: fc.double({ min: 0.01, max: 5, noNaN: true }),
  chargerDay: fc.double({ min: 0, max: 20, noNaN: true }),
  kWh: fc.double({ min: 0, max: 50, noNaN: true }),
});

/** The same season, with time as all that counts. */
const timeAlone = (problem: Problem): Problem => ({
  ...problem,
  units: problem.units.map((unit) => ({ ...unit, worth: null })),
});

/** What a plan costs, in minutes, and of that what is not time. */
const sums = ({ usage, besides }: Solution) => ({ cost: usage.minutes + besides, besides });

/** The very best of one battery. */
function best(problem: Problem): Solution {
  const solution = new Solution(problem);
  const unit = problem.units[0]!;
  solution.set(unit, bestPath(problem, unit, solution.usage.market(unit), false)!);
  return solution;
}

/** The same paths, at other prices. */
function at(season: SeasonDocument, { paths, problem: { units } }: Solution): Solution {
  const solution = new Solution(problemOf(season));
  for (const unit of units) solution.set(solution.problem.units[unit.index]!, paths[unit.index]!);
  return solution;
}

describe('a season with prices', () => {
  it('costs what somebody else reckons who lives through it day by day', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), somePrices, (seed, prices) => {
        const season = priced(seed, 10, prices);
        const plan = writePlan(firstPlan(problemOf(season)), null);
        expect(plan.totals.cost).toBeGreaterThan(0);
        expect(checkPlan(season, plan).breaches).toEqual([]);
        const wrong = {
          ...plan,
          totals: { ...plan.totals, cost: plan.totals.cost! * 1.01 + 0.02 },
        };
        expect(checkPlan(season, wrong).breaches.map(({ rule }) => rule)).toEqual(['totals']);
        // Nor may it cost less than what is said to be proven.
        const proud = { ...plan, lowerBoundCost: plan.totals.cost! * 1.01 + 0.02 };
        expect(checkPlan(season, proud).breaches.map(({ rule }) => rule)).toEqual(['bound']);
      }),
      { numRuns: 12 },
    );
  });

  it('of one battery is as cheap as none that is shorter, and never shorter than the shortest', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), somePrices, (seed, prices) => {
        const season = priced(seed, 1, prices);
        const cheapest = best(problemOf(season));
        const shortest = best(timeAlone(problemOf(season)));
        expect(cheapest.penalty).toBe(shortest.penalty);
        expect(sums(cheapest).cost).toBeLessThanOrEqual(sums(at(season, shortest)).cost + 1e-6);
        expect(cheapest.usage.minutes).toBeGreaterThanOrEqual(shortest.usage.minutes - 1e-6);
        // What its search pays on the way is what it comes to.
        const [path] = cheapest.paths;
        expect(path!.cost - path!.penalty).toBeCloseTo(sums(cheapest).cost, 6);
      }),
      { numRuns: 40 },
    );
  });

  it('is the shortest where nothing but time costs', () => {
    const season = priced(7, 12, { minute: 1, chargerDay: 0, kWh: 0 });
    const free = { ...season, batteries: season.batteries.map((one) => ({ ...one, price: 0 })) };
    const { cost, ...totals } = writePlan(firstPlan(problemOf(free)), null).totals;
    const without = { ...free, prices: undefined };
    expect(totals).toEqual(writePlan(firstPlan(problemOf(without)), null).totals);
    expect(cost).toBeCloseTo(totals.minutes, 0);
  });

  it('takes a battery off sooner, the dearer a day on the charger is', () => {
    const hung = [0, 0.15, 3].map((chargerDay) => {
      const solution = firstPlan(problemOf(priced(3, 12, { ...USUAL, chargerDay })));
      const days = at(priced(3, 12, { minute: 1, chargerDay: 1, kWh: 0 }), solution);
      const life = at(priced(3, 12, { minute: 1, chargerDay: 0, kWh: 0 }), solution);
      return days.besides - life.besides;
    });
    expect(hung[0]).toBeGreaterThan(hung[1]!);
    expect(hung[1]).toBeGreaterThanOrEqual(hung[2]!);
  });

  it('is proven of what it costs: less than any plan that is known, and not of its minutes', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 1e6 }), somePrices, (seed, prices) => {
        const season = priced(seed, 8, prices);
        const problem = problemOf(season);
        const plan = firstPlan(problem);
        fc.pre(plan.penalty === 0);
        const bound = new LowerBound(new Scarce(problem));
        for (let i = 0; i < 6; i++) bound.step(plan.cost);
        const some = tightened(plan, 20, randomOne(seed).uniform);
        const made = writePlan(some, boundOf(problem, bound));
        expect(made.lowerBoundMinutes).toBeNull();
        expect(made.lowerBoundCost).toBeLessThanOrEqual(made.totals.cost!);
        expect(made.lowerBoundCost).toBeGreaterThan(0.5 * made.totals.cost!);
        expect(checkPlan(season, made).breaches).toEqual([]);
      }),
      { numRuns: 8 },
    );
  });

  it('is refused by name under the version that knows no prices', () => {
    const season = { ...priced(1, 2, USUAL), version: 'velvet-ember/season@1' };
    const read = SeasonDocument.safeParse(season);
    expect(read.error?.issues.map(({ path, message }) => `${path.join('.')}: ${message}`)).toEqual([
      'prices: there are none in velvet-ember/season@1; in velvet-ember/season@2 there are',
    ]);
  });
});
