import { at } from '../record/record.fixture';
import { advise, otherwise } from './adviser';
import { context, type Case } from './plan.fixture';
import { ONE_MORE, adviseSite, type SiteAdvice } from './site-advice';

const thirsty: Case = {
  standing: { state: { drawMa: 150 } },
  vehicle: { alarm: 'must-live' },
};
const cracked = { answers: { case: 'cracked' as const }, levels: null, note: '' };
const CASES: Record<string, Case> = {
  'far from an outlet': { ...thirsty, details: { outletMetres: null } },
  'at an outlet': { ...thirsty, details: { outletMetres: 2 } },
  'in the cold': { standing: { state: { drawMa: 25 } }, celsius: -8, hallKind: 'outdoors' },
  'holding by itself': { standing: { state: { drawMa: 1 } } },
  cracked: { standing: { state: { inspection: { at: at('2027-01-11'), seen: cracked } } } },
};
const batteries = Object.entries(CASES).map(([id, one]) => ({ id, context: context(one) }));

/** The whole answer, and what was reported on the way. */
function through(some: typeof batteries): { answer: SiteAdvice; steps: number[] } {
  const steps: number[] = [];
  const run = adviseSite(some);
  for (;;) {
    const next = run.next();
    if (next.done) return { answer: next.value, steps };
    steps.push(next.value);
  }
}

describe('where one more of something would help most', () => {
  const { answer, steps } = through(batteries);

  it('says how far it is, battery by battery', () => {
    expect(steps).toEqual([1, 2, 3, 4, 5]);
    expect(answer.batteries).toBe(5);
    expect(answer.impossible).toEqual(['cracked']);
  });

  it('names for each thing what it saves at each battery, the most first', () => {
    for (const what of Object.keys(ONE_MORE) as (keyof typeof ONE_MORE)[]) {
      const saves = answer.oneMore[what].map((one) => one.saves);
      expect(saves).toEqual([...saves].sort((a, b) => b - a));
      for (const { batteryId, plan, saves: told } of answer.oneMore[what]) {
        // The same as the adviser of that battery alone says.
        const { context: where } = batteries.find(({ id }) => id === batteryId)!;
        const { runs, recommended } = advise(where, 160);
        const best = runs.find(({ id }) => id === recommended)!;
        const [alone] = otherwise(where, best.total, [what], 160);
        expect(alone).toMatchObject({ what, best: plan });
        expect(alone!.saves).toBeCloseTo(told, 9);
      }
    }
  });

  it('an outlet helps one that has none, and not one that has one', () => {
    const helped = answer.oneMore.outlet.map(({ batteryId }) => batteryId);
    expect(helped).toContain('far from an outlet');
    expect(helped).not.toContain('at an outlet');
  });

  it('a plan is called better only where it saves more than a change is worth', () => {
    for (const { batteryId, plan, saves } of answer.otherPlan) {
      expect(saves).toBeGreaterThanOrEqual(3);
      const { context: where } = batteries.find(({ id }) => id === batteryId)!;
      expect(advise(where, 160).recommended).toBe(plan);
    }
  });

  it('stopped half-way it has reckoned only half', () => {
    const run = adviseSite(batteries);
    expect(run.next()).toEqual({ done: false, value: 1 });
    expect(run.return(answer)).toEqual({ done: true, value: answer });
    expect(run.next().done).toBe(true);
  });

  it('no battery, no advice', () => {
    expect(through([]).answer).toEqual({
      oneMore: { maintainer: [], outlet: [], heated: [] },
      otherPlan: [],
      impossible: [],
      batteries: 0,
    });
  });
});
