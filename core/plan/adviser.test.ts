import fc from 'fast-check';
import { CHEMISTRY_IDS, type ChemistryId } from '../battery/chemistries';
import { dayName, toDay } from '../day';
import { at, reading } from '../record/record.fixture';
import { DEFAULT_RULES, applyPatch, type RulePatch } from '../rules/rules';
import {
  COST_PARTS,
  advise,
  drawsFor,
  otherwise,
  runPlan,
  scaled,
  totalOf,
  type PlanCost,
} from './adviser';
import { context, steady, type Case } from './plan.fixture';
import { STORAGE_PLANS } from './storage-plans';
import { STORAGE_PLAN_IDS, type StoragePlanId } from '../logbook/storage-plan-names';
import { whatIf } from './what-if';

const run = (id: StoragePlanId, one: Case = {}, draws = 200) => {
  const where = context(one);
  return runPlan(STORAGE_PLANS[id], where, drawsFor(where.standing, draws));
};
const ruled = (patch: RulePatch): Case => ({
  standing: { rules: applyPatch(DEFAULT_RULES, patch) },
});

describe('a storage plan, lived through', () => {
  it('without its draw stays higher, needs fewer charges and loses its tracker', () => {
    const on = run('connected-recharged');
    const off = run('off-recharged', { vehicle: { tracker: true } });
    expect(off.kept.lowestPct.likely).toBeGreaterThan(on.kept.lowestPct.likely);
    expect(off.kept.charges).toBeLessThan(on.kept.charges);
    expect(off.cost.concerns).toBeGreaterThan(0);
    expect(on.cost.concerns).toBe(0);
  });

  it('on a maintainer is held, charged once, and costs a look in each round', () => {
    const { kept, visits, needsOutlet, cost } = run('maintained-connected');
    expect(kept.charges).toBe(1);
    expect(kept.chanceUnder).toBe(0);
    expect(kept.likelyPct.at(-1)!).toBeGreaterThan(96);
    expect(needsOutlet).toBe(true);
    expect(visits).toBeGreaterThan(run('off-recharged').visits);
    // A day for each day of the stay.
    expect(cost.charger).toBeCloseTo(kept.fedDays * DEFAULT_RULES.moneyPerChargerDay, 9);
    expect(kept.fedDays).toBeGreaterThan(80);
  });

  it('that charges when due hardly ever meets its line; one that does not, does', () => {
    const due = run('connected-recharged', { standing: { state: { drawMa: 40 } } });
    const never = run('driven', { standing: { state: { drawMa: 40 } } });
    expect(due.kept.chanceUnder).toBeLessThan(0.1);
    expect(never.kept.chanceUnder).toBeGreaterThan(0.95);
    expect(never.cost.notReady).toBeGreaterThan(100);
  });

  it('on the bench has the bench’s weather', () => {
    const cold: Case = { celsius: -5 };
    expect(run('bench', cold).kept.factorDays).toBeGreaterThan(
      2 * run('off-recharged', cold).kept.factorDays,
    );
  });

  it('freezes a flat battery in a hard frost, and not a full one', () => {
    const flat: Case = {
      celsius: -20,
      standing: {
        state: { lastFullAt: null, charges: [], readings: [reading('2027-01-14', 11.9)] },
      },
    };
    expect(run('driven', flat).kept.chanceFreeze).toBeGreaterThan(0.9);
    expect(run('off-recharged', { celsius: -20 }).kept.chanceFreeze).toBeLessThan(0.05);
    expect(run('driven', flat).lifeParts.freezing).toBeGreaterThan(50);
  });

  it('without a reading counts from full; an open stay is half a year', () => {
    const state = { readings: [], charges: [], lastFullAt: null };
    expect(advise(context({ standing: { state } }), 60, ['off-recharged']).fromFull).toBe(true);
    expect(run('off-recharged', { standing: { state } }).kept.likelyPct[0]!).toBeGreaterThan(95);
    const open = advise(context({ standing: { collectDay: null } }), 60, ['off-recharged']);
    expect(open.until - toDay('2027-01-14')).toBe(182);
  });

  it('more draw never makes a plan better', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<ChemistryId>(...CHEMISTRY_IDS),
        fc.constantFrom<StoragePlanId>('driven', 'connected-recharged', 'swap-pair'),
        fc.double({ min: 1, max: 3, noNaN: true }),
        (chemistry, id, more) => {
          const where = context({
            standing: { facts: { chemistry, cells: chemistry === 'lfp' ? 4 : 6 } },
          });
          const draws = drawsFor(where.standing, 100);
          const less = runPlan(STORAGE_PLANS[id], where, draws);
          const worse = runPlan(STORAGE_PLANS[id], where, scaled(draws, more));
          if (id === 'driven') {
            expect(worse.kept.lowestPct.likely).toBeLessThanOrEqual(less.kept.lowestPct.likely);
          } else expect(worse.kept.charges).toBeGreaterThanOrEqual(less.kept.charges - 1e-9);
        },
      ),
      { numRuns: 30 },
    );
  });
});

describe('the advice', () => {
  it('adds up: what a plan costs is the sum of its parts, and the recommended one costs least', () => {
    const { runs, recommended, nextBest, decided } = advise(context(), 100);
    expect(runs.map(({ id }) => id)).toEqual([...STORAGE_PLAN_IDS]);
    for (const one of runs) {
      const sum = (Object.keys(COST_PARTS) as (keyof PlanCost)[]).reduce(
        (total, part) => total + one.cost[part],
        0,
      );
      expect(one.total).toBeCloseTo(sum, 9);
      expect(totalOf(one.cost)).toBeCloseTo(sum, 9);
    }
    const total = (id: StoragePlanId) => runs.find((one) => one.id === id)!.total;
    for (const one of runs) {
      if (one.obstacles.length || one.id === 'driven') continue;
      expect(total(recommended!)).toBeLessThanOrEqual(one.total);
    }
    // What decided it is what the next best costs more, but for parts of less than half a unit.
    const saves = decided.reduce((sum, one) => sum + one.saves, 0);
    const more = total(nextBest!) - total(recommended!);
    expect(saves).toBeGreaterThanOrEqual(more - 0.5);
  });

  it('follows the house’s prices', () => {
    const gets = (patch: RulePatch, one: Case = {}) =>
      advise(context({ ...ruled(patch), ...one }), 100).recommended;
    const hungry: Case = { vehicle: { alarm: 'must-live' } };
    const drawing = (patch: RulePatch) => ({
      standing: { ...ruled(patch).standing, state: { drawMa: 90 } },
      ...hungry,
    });
    const cheap: RulePatch = { moneyPerChargerDay: 0, moneyPerHour: 40 };
    const dear: RulePatch = { moneyPerChargerDay: 20, moneyPerHour: 15 };
    expect(gets(cheap, drawing(cheap))).toBe('maintained-connected');
    expect(gets(dear, drawing(dear))).not.toBe('maintained-connected');
    expect(gets({})).not.toBe('driven');
  });

  it('leaves a way of ageing out where the house says so', () => {
    const life = (patch: RulePatch) => run('connected-recharged', ruled(patch)).lifeParts;
    const all = life({});
    expect(all.heat).toBeGreaterThan(0);
    expect(life({ lifeHeat: 'leave' })).toEqual({ ...all, heat: 0 });
    expect(life({ lifeCycles: 'leave' })).toEqual({ ...all, cycles: 0 });
  });

  it('recommends nothing for a condemned battery', () => {
    const seen = { answers: { case: 'cracked' }, levels: null, note: '' };
    const state = { inspection: { at: at('2027-01-11'), seen } };
    expect(advise(context({ standing: { state } }), 50).recommended).toBeNull();
  });

  it('says what would change the answer, by what it saves', () => {
    const far = context({
      standing: { state: { drawMa: 150 } },
      details: { outletMetres: null },
      vehicle: { alarm: 'must-live' },
    });
    const advice = advise(far, 100);
    const best = advice.runs.find(({ id }) => id === advice.recommended)!;
    const others = otherwise(far, best.total);
    const whats = others.map(({ what }) => what);
    expect(whats).toContain('draw');
    expect(whats).toContain('alarm');
    for (const { saves } of others) expect(saves).toBeGreaterThan(0);
    expect(others.map(({ saves }) => saves)).toEqual(
      others.map(({ saves }) => saves).sort((a, b) => b - a),
    );
    // What is so already is not offered.
    expect(otherwise(context(), 1e6).map(({ what }) => what)).not.toContain('outlet');
  });

  it('needs a maintainer that is free', () => {
    const none = advise({ ...context(), maintainersFree: 0 }, 50);
    expect(none.runs.find(({ id }) => id === 'maintained-off')!.obstacles.join()).toMatch(
      /no maintainer that suits it is free/,
    );
  });
});

describe('what if', () => {
  const where = context({ standing: { state: { drawMa: 40 } } });

  it('changes nothing where nothing is changed', () => {
    const { now, then } = whatIf(where, {});
    expect(then.run.total).toBe(now.run.total);
    expect([...then.run.kept.likelyPct]).toEqual([...now.run.kept.likelyPct]);
  });

  it('a circuit taken off loses less; a colder winter freezes more; a later day is looked at', () => {
    const less = whatIf(where, { lessDrawMa: 30 });
    expect(less.then.run.kept.charges).toBeLessThan(less.now.run.kept.charges);
    const flat = context({
      celsius: -6,
      standing: {
        state: {
          lastFullAt: null,
          charges: [],
          readings: [reading('2027-01-14', 11.85)],
          plan: 'driven',
        },
      },
    });
    const mild = whatIf(flat, {}).then.run.kept.chanceFreeze;
    expect(whatIf(flat, { colder: 8 }).then.run.kept.chanceFreeze).toBeGreaterThanOrEqual(mild);
    const later = whatIf(where, { collectDay: toDay('2027-05-20') });
    expect(dayName(later.then.until)).toBe('2027-05-20');
    expect(dayName(later.now.until)).toBe('2027-04-10');
  });

  it('another hall and another plan are lived through there', () => {
    const warm = whatIf(where, {
      plan: 'off-recharged',
      hall: { name: 'Carding Hall', kind: 'heated', temperatures: steady(25) },
    });
    expect(warm.then.run.id).toBe('off-recharged');
    expect(warm.then.run.kept.factorDays).toBeGreaterThan(warm.now.run.kept.factorDays);
  });
});
