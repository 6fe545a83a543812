import fc from 'fast-check';
import { randomOne } from '../../simulators/random';
import { seasonOfChance } from '../../simulators/seasons';
import { checkPlan } from '../schedule-validation/check';
import { LowerBound } from './bound';
import { Scarce } from './prices';
import { SeasonDocument, type PlanDocument } from './document';
import { problemOf } from './problem';
import { firstPlan } from './solve';
import { tightened } from './tighten';
import { writePlan } from './write-plan';

const size = { batteries: 14, chargers: 4, weeks: 10 };

/** The same season with its yard so many minutes away. */
function away(season: SeasonDocument, minutes: number): SeasonDocument {
  return SeasonDocument.parse({
    ...season,
    places: [{ id: 'canal', minutes }],
    halls: season.halls.map((hall) => (hall.id === 'yard' ? { ...hall, place: 'canal' } : hall)),
  });
}
const planOf = (season: SeasonDocument, chance = 1) =>
  writePlan(tightened(firstPlan(problemOf(season)), 100, randomOne(chance).uniform), null);
const goesTo = ({ rounds }: PlanDocument, hall: string) =>
  rounds.filter(({ stops }) => stops.some((stop) => stop.hall === hall)).length;
const boundOf = (season: SeasonDocument, upper: number) => {
  const bound = new LowerBound(new Scarce(problemOf(season)));
  for (let i = 0; i < 25; i++) bound.step(upper);
  return bound.value;
};

describe('halls that are driven to', () => {
  it('each round that goes there takes the drive once, and the check agrees', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 50_000 }),
        fc.boolean(),
        fc.integer({ min: 5, max: 40 }),
        (seed, awkward, minutes) => {
          const near = seasonOfChance(seed, { ...size, awkward });
          const far = away(near, minutes);
          const plan = planOf(far);
          const { breaches } = checkPlan(far, plan);
          // What the planner says that it could not do is all that the check finds.
          const named = new Set(plan.unmet.map(({ battery, rule }) => `${battery} ${rule}`));
          expect(breaches.filter(({ battery, rule }) => !named.has(`${battery} ${rule}`))).toEqual(
            [],
          );
          // The same plan at no distance takes less by exactly the drives.
          const same = away(near, 0);
          const shorter: PlanDocument = {
            ...plan,
            rounds: plan.rounds.map((round) => ({
              ...round,
              minutes: round.stops.some(({ hall }) => hall === 'yard')
                ? round.minutes - minutes
                : round.minutes,
            })),
            totals: {
              ...plan.totals,
              minutes: plan.totals.minutes - minutes * goesTo(plan, 'yard'),
            },
            lowerBoundMinutes: null,
          };
          const wrong = checkPlan(same, shorter).breaches.map(({ rule }) => rule);
          expect(wrong.filter((rule) => rule === 'totals')).toEqual([]);
        },
      ),
      { numRuns: 5 },
    );
  });

  it('a long drive is not driven oftener than a short one, and the bound holds', () => {
    for (const seed of [3, 17]) {
      const near = seasonOfChance(seed, size);
      const [short, long] = [away(near, 0), away(near, 45)];
      const [often, seldom] = [planOf(short), planOf(long)];
      expect(goesTo(seldom, 'yard')).toBeLessThanOrEqual(goesTo(often, 'yard'));
      const { minutes } = seldom.totals;
      const bound = boundOf(long, minutes);
      expect(bound).toBeLessThanOrEqual(minutes + 1e-6);
      // What is longer to drive to cannot be proven to take less.
      expect(bound).toBeGreaterThan(boundOf(short, often.totals.minutes));
    }
  });

  it('a place that is not there, or is there twice, is named', () => {
    const season = seasonOfChance(5, size);
    const path = (change: object) =>
      SeasonDocument.safeParse({ ...season, ...change }).error?.issues[0]?.path.join('.');
    const lost = season.halls.map((hall) => ({ ...hall, place: 'canal' }));
    expect(path({ halls: lost })).toBe('halls.0.place');
    const place = { id: 'canal', minutes: 5 };
    expect(path({ places: [place, place] })).toBe('places.1.id');
    expect(path({ places: [{ ...place, minutes: -1 }] })).toBe('places.0.minutes');
  });
});
