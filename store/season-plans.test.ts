import type { PlanDocument } from '../core/schedule/document';
import { SeasonDocument } from '../core/schedule/document';
import { keepPlan, readPlan, readPlanOf, readSequences, readSettledStops } from './season-plans';
import { temporaryStore } from './temporary.fixture';

const here = temporaryStore();

const THURSDAY = '2027-01-14';
const season = SeasonDocument.parse({
  today: THURSDAY,
  end: '2027-02-01',
  rounds: { weekdays: ['thu'], minutes: 60 },
  minutes: {},
  halls: [{ id: 'h', celsius: { [THURSDAY]: 8 } }],
  chargers: [],
  batteries: [],
});
/** A plan that reads the named batteries on Thursday. */
const reads = (...batteries: string[]): PlanDocument => ({
  rounds:
    batteries.length === 0
      ? []
      : [
          {
            date: THURSDAY,
            minutes: 5,
            stops: batteries.map((battery) => ({
              stop: battery,
              hall: 'h',
              visits: [{ battery, jobs: ['reading'] }],
            })),
          },
        ],
  totals: { minutes: 5, rounds: 1, charges: 0, underLineDays: 0 },
  lowestSocPct: [],
  lowerBoundMinutes: null,
  unmet: [],
  remedies: [],
});
let hour = 0;
const keep = (day: string, plan: PlanDocument, underWay = false) =>
  keepPlan(here.db, { madeAt: ++hour * 3_600_000, day, season, plan, tightened: false, underWay });
const settled = () => readSettledStops(here.db, THURSDAY)?.map(({ stop }) => stop) ?? null;

describe('plans that are kept', () => {
  it('a round is as the last plan before the walk had it, however often it is made anew', () => {
    expect(settled()).toBeNull();
    keep(THURSDAY, reads('early'));
    keep(THURSDAY, reads('a', 'b'));
    for (let i = 0; i < 12; i++) keep(THURSDAY, reads(`later ${i}`), true);
    expect(settled()).toEqual(['a', 'b']);
    expect(readPlan(here.db)).toMatchObject({ plan: reads('later 11'), underWay: true });
    // Not all of the day are kept.
    const { n } = here.db.prepare('SELECT count(*) AS n FROM season_plan').get() as { n: number };
    expect(n).toBe(6);
  });

  it('where none was made that morning, as the day before left it', () => {
    keep('2027-01-11', reads('monday'));
    keep('2027-01-11', reads('monday evening'), true);
    keep(THURSDAY, reads('walking'), true);
    expect(settled()).toEqual(['monday evening']);
    keep(THURSDAY, reads());
    expect(settled()).toEqual([]);
  });

  it('of earlier days the last one alone, and changes of a round are counted', () => {
    keep('2027-01-11', reads('a'));
    keep('2027-01-11', reads('a', 'b'));
    keep('2027-01-12', reads('a', 'b'));
    expect(readPlanOf(here.db, '2027-01-11')?.plan).toEqual(reads('a', 'b'));
    expect(readPlanOf(here.db, '2027-01-10')).toBeNull();
    expect(readSequences(here.db).get(THURSDAY)).toBe(1);
  });
});
