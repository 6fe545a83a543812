import fc from 'fast-check';
import loadHighs, { type Highs } from 'highs';
import { seasonOfChance } from '../../simulators/seasons';
import { randomOne } from '../../simulators/random';
import { checkPlan } from '../schedule-validation/check';
import { problemOf } from './problem';
import { firstPlan } from './solve';
import { boundOf } from './bound';
import type { Bound } from './document';
import { tightenFor, tightenOver, type TightenProgress } from './tighten-over';
import { writePlan } from './write-plan';

/** A clock that goes on by a millisecond whenever it is looked at. */
const ticking = () => {
  let at = 0;
  return () => ++at;
};
const season = (seed: number, chargers = 6) =>
  seasonOfChance(seed, { batteries: 12, chargers, weeks: 12 });

const sum = (bound: Bound | null) => (bound ? ('cost' in bound ? bound.cost : bound.minutes) : -1);

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

describe('tightening against the clock', () => {
  it('never makes a plan worse nor its bound lower, and says how far it is', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 10_000 }), (seed) => {
        const made = season(seed);
        const first = firstPlan(problemOf(made));
        const before = { minutes: first.usage.minutes, penalty: first.penalty };
        const solver = seed % 3 > 0 ? highs : null;
        const run = tightenOver(first, 60, randomOne(seed).uniform, ticking(), solver);
        const told: TightenProgress[] = [];
        let step = run.next();
        for (; !step.done; step = run.next()) told.push(step.value);
        const { solution, bound } = step.value;
        expect(solution.penalty).toBeLessThanOrEqual(before.penalty);
        if (solution.penalty === before.penalty) {
          expect(solution.usage.minutes).toBeLessThanOrEqual(before.minutes + 1e-6);
        }
        expect(told.length).toBeGreaterThan(10);
        told.slice(1).forEach((now, i) => {
          const last = told[i]!;
          expect(now.share).toBeGreaterThan(last.share);
          expect(now.share).toBeLessThan(1);
          expect(sum(now.bound)).toBeGreaterThanOrEqual(sum(last.bound));
        });
        const proven = boundOf(solution.problem, bound);
        if (solution.penalty === 0) {
          expect(sum(proven)).toBeGreaterThan(0);
          expect(sum(proven)).toBeLessThanOrEqual(solution.usage.minutes + 1e-6);
        }
        const plan = writePlan(solution, proven);
        expect(checkPlan(made, plan).breaches).toEqual([]);
      }),
      { numRuns: 4 },
    );
  });

  it('ends at once when it is told to, with the best that it has', () => {
    const run = tightenOver(
      firstPlan(problemOf(season(3))),
      1e9,
      randomOne(3).uniform,
      ticking(),
      highs,
    );
    const first = run.next();
    expect(first.done).toBe(false);
    const end = run.next(true);
    if (!end.done) throw new Error('it goes on');
    expect(end.value.solution.usage.minutes).toBeCloseTo(
      (first.value as TightenProgress).minutes,
      6,
    );
    expect(run.next().done).toBe(true);
  });

  it('without time is what it was given', () => {
    const made = season(5);
    const plan = firstPlan(problemOf(made));
    const { minutes } = plan.usage;
    const { solution } = tightenFor(plan, 0, randomOne(1).uniform, ticking(), highs);
    expect(solution.usage.minutes).toBeLessThanOrEqual(minutes + 1e-6);
    expect(checkPlan(made, writePlan(solution, null)).breaches).toEqual([]);
  });

  it('proves nothing where no plan is legal', () => {
    // One slow channel for twelve that are all but at their lines.
    const made = season(11, 1);
    const hopeless = {
      ...made,
      chargers: made.chargers.map((one) => ({ ...one, amps: 0.2 })),
      batteries: made.batteries.map((one) => ({ ...one, socPct: one.lineSocPct - 5 })),
    };
    const { solution, bound } = tightenFor(
      firstPlan(problemOf(hopeless)),
      40,
      randomOne(2).uniform,
      ticking(),
      highs,
    );
    expect(boundOf(solution.problem, bound)).toBeNull();
  });
});
