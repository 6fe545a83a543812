import fc from 'fast-check';
import loadHighs, { type Highs } from 'highs';
import { randomOne } from '../../simulators/random';
import { atPrices, seasonOfChance } from '../../simulators/seasons';
import { checkPlan } from '../schedule-validation/check';
import { boundOf } from './bound';
import { Columns } from './columns';
import type { SeasonDocument } from './document';
import { solveExactly } from './exactly.fixture';
import { Scarce } from './prices';
import { problemOf } from './problem';
import { firstPlan, type Solution } from './solve';
import { tightened } from './tighten';
import { tightenFor } from './tighten-over';
import { Tree } from './tree';
import { writePlan } from './write-plan';

let highs: Highs;
beforeAll(async () => {
  highs = await loadHighs();
});

/** Grows the programme of a season, then divides its plans to the end, beside a plan; so many steps at most. */
function divided(plan: Solution, most = 400) {
  const columns = new Columns(highs, new Scarce(plan.problem));
  columns.offer(plan.paths);
  for (let i = 0; i < 300 && !columns.isDone && !columns.impossible; i++) columns.step();
  const root = columns.value;
  const tree = new Tree(columns);
  const climb = [tree.value];
  let upper = plan.cost;
  for (let i = 0; i < most && !tree.isDone; i++) {
    if (tree.step(upper - 0.01)) {
      plan.adopt(columns.likely);
      upper = Math.min(upper, plan.cost);
    }
    climb.push(tree.value);
  }
  columns.dispose();
  return { root, climb, upper, value: tree.value, isDone: tree.isDone };
}

describe('dividing all plans of a season', () => {
  it('proves less than any legal plan takes, and never less than before', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 1_000_000 }),
        fc.integer({ min: 4, max: 7 }),
        fc.boolean(),
        fc.boolean(),
        (seed, batteries, awkward, isPriced) => {
          const made = seasonOfChance(seed, { batteries, chargers: 2, weeks: 10, awkward });
          const season = isPriced ? atPrices(made) : made;
          const some = tightened(firstPlan(problemOf(season)), 60, randomOne(seed).uniform);
          fc.pre(some.penalty === 0);
          const { root, climb, value } = divided(firstPlan(problemOf(season)), 60);
          expect(value).toBeGreaterThanOrEqual(root - 1e-6);
          expect(value).toBeLessThanOrEqual(some.cost + 1e-6);
          climb.slice(1).forEach((now, i) => expect(now).toBeGreaterThanOrEqual(climb[i]! - 1e-6));
        },
      ),
      { numRuns: 16 },
    );
  });

  it('ends at what another formulation of the same season solves exactly', async () => {
    let compared = 0;
    for (const seed of [3, 5, 8, 13]) {
      const problem = problemOf(seasonOfChance(seed, { batteries: 2, chargers: 2, weeks: 5 }));
      const plan = firstPlan(problem);
      if (plan.penalty > 0) continue;
      const exact = await solveExactly(problem, 20);
      expect(exact.proven).toBe(true);
      const { isDone, value } = divided(plan);
      expect(isDone).toBe(true);
      expect(value).toBeCloseTo(exact.minutes!, 1);
      compared++;
    }
    expect(compared).toBeGreaterThan(1);
  });
});

describe('a charger with two channels, and two halls that need it', () => {
  /** Two batteries that must both become full in the last two rounds, in halls of their own. */
  function season(): SeasonDocument {
    const made = seasonOfChance(4, { batteries: 2, chargers: 1, weeks: 5 });
    const [first] = made.batteries;
    const alike = (id: string, order: number, hall: string) => ({
      ...first!,
      ...{ id, order, hall, stop: id, chemistry: 'agm' as const, negativeOn: false, drawMa: 0 },
      ...{ capacityAh: 60, socPct: 90, lineSocPct: 60, lastFull: made.today, lastRead: made.today },
      ...{ rechargeEveryDays: undefined, charging: undefined, kept: undefined },
      ...{ collect: made.end, collectSocPct: 97, selfDischargePctPerMonthAt20C: 6 },
    });
    const [hall] = made.halls;
    return {
      ...made,
      halls: [
        { ...hall!, id: 'one' },
        { ...hall!, id: 'other' },
      ],
      chargers: [
        {
          ...made.chargers[0]!,
          ...{ channels: 2, chemistries: ['agm' as const], nominalVolts: [first!.nominalVolts] },
          halls: undefined,
        },
      ],
      batteries: [alike('a', 1, 'one'), alike('b', 2, 'other')],
      pins: [],
    };
  }

  it('is proven to be carried from one to the other: what the programme takes for one visit is two', () => {
    const made = season();
    const problem = problemOf(made);
    const plan = firstPlan(problem);
    expect(plan.penalty).toBe(0);
    const { root, value, upper, isDone } = divided(plan);
    expect(isDone).toBe(true);
    expect(value).toBeCloseTo(upper, 1);
    expect(value).toBeGreaterThan(root + 1);
  });
});

it('a small awkward season is proven in seconds, and its plan is legal', () => {
  // Found open by 0.4 to 4 minutes before its plans were divided.
  for (const [n, batteries] of [
    [27, 4],
    [19, 5],
    [21, 7],
    [6, 10],
  ] as const) {
    const season = seasonOfChance(20_000_000 + n, {
      batteries,
      chargers: Math.max(2, Math.ceil(batteries / 4)),
      minutes: 120,
      awkward: true,
      weeks: 12 + (n % 3) * 6,
    });
    let at = 0;
    // By looks at the clock, not by the clock: as much on any machine.
    const now = () => (at += 1);
    const { solution, bound } = tightenFor(
      firstPlan(problemOf(season)),
      1200,
      randomOne(1).uniform,
      now,
      highs,
    );
    expect(solution.cost - bound.value).toBeLessThanOrEqual(0.1);
    const plan = writePlan(solution, boundOf(solution.problem, bound));
    expect(checkPlan(season, plan).breaches).toEqual([]);
  }
});
