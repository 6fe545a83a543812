import { dayName, toDay } from '../day';
import { at } from '../record/record.fixture';
import { EMPTY_BATTERY } from '../logbook/state';
import { context, type Case } from './plan.fixture';
import {
  STORAGE_PLANS,
  arrangementOf,
  concernsOf,
  obstaclesTo,
  sunHeld,
  planInUse,
  type PlanContext,
} from './storage-plans';
import { advise } from './adviser';
import {
  MAINTAINED_PLANS,
  STORAGE_PLAN_IDS,
  type StoragePlanId,
} from '../logbook/storage-plan-names';

const obstacles = (id: StoragePlanId, one: Case = {}) =>
  obstaclesTo(STORAGE_PLANS[id], context(one)).join('; ');
const concerns = (id: StoragePlanId, one: Case = {}) =>
  concernsOf(STORAGE_PLANS[id], context(one)).join('; ');

describe('every storage plan', () => {
  it.each(STORAGE_PLAN_IDS)(
    '%s says what it needs, when it is good, and what is against it',
    (id) => {
      const plan = STORAGE_PLANS[id];
      expect(plan.id).toBe(id);
      expect(plan.needs.length).toBeGreaterThan(0);
      expect(plan.goodWhen).not.toBe('');
      expect(plan.against).not.toBe('');
    },
  );

  it('is counted as maintained where a maintainer feeds it', () => {
    const fed = STORAGE_PLAN_IDS.filter((id) => STORAGE_PLANS[id].feed === 'maintainer');
    expect(MAINTAINED_PLANS).toEqual(fed);
  });

  // Common practice: a standby generator that cannot start by itself is none.
  it('leaves connected what must start at any time, and has a way to keep it', () => {
    const ready = { standing: { collectDay: null, vehicleKind: 'generator' as const } };
    for (const id of STORAGE_PLAN_IDS) {
      const { negativeOn } = STORAGE_PLANS[id];
      if (negativeOn) expect(obstacles(id, ready)).not.toMatch(/stays connected/);
      else expect(obstacles(id, ready)).toMatch(/start at any time.*stays connected/);
    }
    expect(STORAGE_PLANS[advise(context(ready), 60).recommended!].negativeOn).toBe(true);
  });

  it('is impossible for a condemned battery', () => {
    const inspection = {
      at: at('2027-01-11'),
      seen: { answers: { case: 'cracked' }, levels: null, note: '' },
    };
    for (const id of STORAGE_PLAN_IDS) {
      expect(obstacles(id, { standing: { state: { inspection } } })).toMatch(/condemned.*cracked/);
    }
  });
});

describe('a plan that is impossible says why', () => {
  it('no outlet in reach', () => {
    expect(obstacles('maintained-connected')).toBe('');
    expect(obstacles('maintained-connected', { details: { outletMetres: null } })).toMatch(
      /no outlet/,
    );
    expect(obstacles('maintained-off', { details: { outletMetres: 9 } })).toMatch(
      /9 m away, and your rule goes to 5 m/,
    );
  });

  it('an alarm that must live', () => {
    const alarm = { vehicle: { alarm: 'must-live' as const } };
    for (const id of ['maintained-off', 'off-recharged', 'bench', 'bench-maintained'] as const) {
      expect(obstacles(id, alarm)).toMatch(/alarm must stay live/);
    }
    for (const id of ['maintained-connected', 'swap-pair', 'connected-recharged'] as const) {
      expect(obstacles(id, alarm)).toBe('');
    }
  });

  it('lithium in frost: no charge there, but on a warm bench', () => {
    const cold: Case = { celsius: -2, standing: { facts: { chemistry: 'lfp', cells: 4 } } };
    expect(obstacles('maintained-connected', cold)).toMatch(/never charged at or below 0 °C/);
    expect(obstacles('bench-maintained', cold)).toBe('');
    expect(concerns('off-recharged', cold)).toMatch(/never charged/);
  });

  it('no sun indoors, no panel, no hook-up', () => {
    expect(obstacles('solar')).toMatch(/no sun in Dye House; it has no panel/);
    const out: Case = { hallKind: 'outdoors', vehicle: { solarPanel: true } };
    expect(obstacles('solar', out)).toBe('');
    expect(concerns('solar', out)).toMatch(/the sun is not counted; it must have a controller/);
    expect(obstacles('hook-up')).toMatch(/no hook-up/);
    expect(obstacles('hook-up', { vehicle: { hookUp: true } })).toBe('');
  });

  it('a hook-up goes by the posts of the site where any are noted, else by the outlet that was seen', () => {
    const camper = { vehicle: { hookUp: true } };
    const by = (details: { outletMetres: number | null }, hookUpPost?: boolean) =>
      obstaclesTo(STORAGE_PLANS['hook-up'], {
        ...context({ ...camper, details }),
        ...(hookUpPost === undefined ? {} : { hookUpPost }),
      }).join();
    expect(by({ outletMetres: null })).toMatch(/no outlet/);
    expect(by({ outletMetres: null }, true)).toBe('');
    expect(by({ outletMetres: 1 }, false)).toBe('no hook-up post reaches its bay');
    expect(obstacles('driven', { standing: { vehicleKind: 'caravan' } })).toMatch(/being driven/);
  });

  it('minds codes, trackers, locks and a large draw', () => {
    const vehicle = {
      tracker: true,
      tellWho: 'Moorwatch',
      radioCode: 'missing' as const,
      poweredClosure: true,
    };
    expect(concerns('off-recharged', { vehicle })).toMatch(
      /tell Moorwatch; the radio code is not in hand; a powered lock/,
    );
    const thirsty = { standing: { state: { drawMa: 70 } } };
    expect(concerns('connected-recharged', thirsty)).toMatch(/70 mA, over your limit of 50 mA/);
  });
});

describe('what is to be done to put a battery on its plan', () => {
  const todo = (id: StoragePlanId, state: Partial<typeof EMPTY_BATTERY> = {}) =>
    arrangementOf(STORAGE_PLANS[id], { ...EMPTY_BATTERY, ...state });
  const out = { out: { since: 0, hallId: null }, negativeOn: false };

  it.each([
    ['connected-recharged', {}, []],
    ['off-recharged', {}, ['before-disconnect', 'disconnect']],
    ['off-recharged', { negativeOn: false }, []],
    ['maintained-connected', {}, ['hook-up']],
    ['maintained-connected', { maintainerSince: 1 }, []],
    ['maintained-off', {}, ['before-disconnect', 'disconnect', 'hook-up']],
    ['bench', {}, ['before-disconnect', 'take-out']],
    ['bench', { maintainerSince: 1 }, ['unhook', 'before-disconnect', 'take-out']],
    ['bench-maintained', out, ['hook-up']],
    ['connected-recharged', out, ['put-back', 'reconnect']],
    ['off-recharged', { ...out, maintainerSince: 1 }, ['unhook', 'put-back']],
  ] as const)('%s from %j', (id, state, expected) => {
    expect(todo(id, state)).toEqual(expected);
  });

  it('is nothing once it was done, for every plan', () => {
    for (const id of STORAGE_PLAN_IDS) {
      const plan = STORAGE_PLANS[id];
      const arranged = {
        negativeOn: plan.negativeOn,
        maintainerSince: plan.feed === 'maintainer' ? 1 : null,
        out: plan.onBench ? { since: 1, hallId: null } : null,
      };
      expect(todo(id, arranged)).toEqual([]);
    }
  });

  it('a battery without a chosen plan is on the one that it looks like', () => {
    const on = (state: Partial<typeof EMPTY_BATTERY>) =>
      planInUse({ ...EMPTY_BATTERY, ...state }).id;
    expect(on({})).toBe('connected-recharged');
    expect(on({ negativeOn: false })).toBe('off-recharged');
    expect(on({ maintainerSince: 1 })).toBe('maintained-connected');
    expect(on({ ...out, maintainerSince: 1 })).toBe('bench-maintained');
    expect(on({ plan: 'solar' })).toBe('solar');
  });
});

describe('the sun as a charger', () => {
  const camper = (more: Case = {}): PlanContext =>
    context({
      hallKind: 'outdoors',
      vehicle: { solarPanel: true, panelWatts: 80 },
      latitude: 54,
      ...more,
      standing: { state: { drawMa: 20, negativeOn: true }, ...more.standing },
    });
  const held = (one: PlanContext, from: string, to: string) =>
    sunHeld(one, toDay(from), toDay(to)).map(({ from, to }) => [dayName(from), dayName(to)]);

  it('holds from spring on, not in the depth of winter, and says from when to when', () => {
    const weak = camper({ vehicle: { solarPanel: true, panelWatts: 15 } });
    const [year] = held(weak, '2027-01-14', '2027-12-31');
    expect(year![0]! > '2027-01-20' && year![0]! < '2027-05-01').toBe(true);
    expect(year![1]! > '2027-08-01' && year![1]! < '2027-12-01').toBe(true);
    expect(concernsOf(STORAGE_PLANS.solar, weak).join('; ')).toMatch(
      /holds it from .* to .*; it must have a controller/,
    );
  });

  it('south of the line the summer is at Christmas', () => {
    const south = camper({ vehicle: { solarPanel: true, panelWatts: 10 }, latitude: -54 });
    expect(held(south, '2027-01-01', '2027-01-31')).toHaveLength(1);
    expect(held(south, '2027-06-10', '2027-07-10')).toEqual([]);
  });
});
