import fc from 'fast-check';
import { seasonOfChance } from '../../simulators/seasons';
import { randomOne } from '../../simulators/random';
import { CONNECT, DISCONNECT } from './job-bits';
import { problemOf } from './problem';
import { firstPlan } from './solve';
import { hangings } from './usage';
import { writePlan } from './write-plan';

const size = { batteries: 12, chargers: 4, weeks: 12 };
const seasons = fc.tuple(fc.integer({ min: 1, max: 50_000 }), fc.boolean());
const solved = ([seed, awkward]: readonly [number, boolean]) =>
  firstPlan(problemOf(seasonOfChance(seed, { ...size, awkward })));

describe('what all paths take together', () => {
  it('is the same again after any of them were taken out and put back', () => {
    fc.assert(
      fc.property(seasons, fc.integer({ min: 0, max: 1000 }), (made, shuffle) => {
        const solution = solved(made);
        const { usage, problem } = solution;
        const minutes = Float64Array.from(usage.roundMinutes);
        const total = usage.minutes;
        const { uniform } = randomOne(shuffle);
        const some = problem.units.filter(() => uniform() < 0.5);
        const out = some.map((unit) => [unit, solution.take(unit)!] as const);
        expect(usage.minutes).toBeLessThanOrEqual(total + 1e-6);
        for (const [unit, path] of out.sort(() => uniform() - 0.5)) solution.set(unit, path);
        expect(usage.minutes).toBeCloseTo(total, 6);
        usage.roundMinutes.forEach((one, r) => expect(one).toBeCloseTo(minutes[r]!, 6));
      }),
      { numRuns: 20 },
    );
  });

  it('is nothing where all are out', () => {
    const solution = solved([7, true]);
    for (const unit of solution.problem.units) solution.take(unit);
    expect(solution.usage.minutes).toBeCloseTo(0, 6);
    expect(solution.penalty).toBe(0);
    for (const minutes of solution.usage.roundMinutes) expect(minutes).toBeCloseTo(0, 6);
  });

  it('comes to the minutes that the written plan has, round by round', () => {
    fc.assert(
      fc.property(seasons, (made) => {
        const solution = solved(made);
        const { problem, usage } = solution;
        const plan = writePlan(solution, null);
        const written = new Map(plan.rounds.map(({ date, minutes }) => [date, minutes]));
        expect(plan.totals.minutes).toBeCloseTo(usage.minutes, 1);
        // Each round is within its own length.
        for (const minutes of written.values()) {
          expect(minutes).toBeLessThanOrEqual(problem.roundMinutes + 0.06);
        }
      }),
      { numRuns: 20 },
    );
  });

  it('leaves room for every path that was found in what it leaves', () => {
    fc.assert(
      fc.property(seasons, (made) => {
        const solution = solved(made);
        for (const unit of solution.problem.units) {
          const old = solution.take(unit)!;
          const path = solution.usage.best(unit, solution.usage.market(unit));
          if (path && path.penalty === 0) expect(solution.usage.fits(unit, path)).toBe(true);
          solution.set(unit, path ?? old);
        }
      }),
      { numRuns: 15 },
    );
  });

  it('a battery hangs from each connecting to the disconnecting after it, or to the end', () => {
    const solution = solved([3, false]);
    const { problem, paths } = solution;
    for (const unit of problem.units) {
      const path = paths[unit.index]!;
      const list = hangings(problem, unit, path);
      const starts = path.visits.filter(({ jobs }) => jobs & CONNECT).length;
      const ends = path.visits.filter(({ jobs }) => jobs & DISCONNECT).length;
      const already = unit.onCharge || unit.kept ? 1 : 0;
      expect(list).toHaveLength(starts + already);
      expect(list.filter(({ to }) => to < problem.roundDay.length).length).toBe(ends);
      list.forEach(({ from, to }, i) => {
        expect(to).toBeGreaterThan(from);
        if (i > 0) expect(from).toBeGreaterThanOrEqual(list[i - 1]!.to);
      });
    }
  });
});
