import fc from 'fast-check';
import { usualDetails } from '../battery/details';
import { CHEMISTRY_IDS, type ChemistryId } from '../battery/chemistries';
import { dayName, toDay } from '../day';
import { drawPctPerDay } from '../drain/reserve';
import { selfDischargePctPerDay } from '../drain/self-discharge';
import { arrheniusSums } from '../forecast/forecast';
import { at, reading, standing } from '../judge/fixture';
import { EMPTY_BATTERY } from '../logbook/fold';
import { DEFAULT_RULES } from '../rules/rules';
import { hallTemperatures } from '../site/climate';
import { PLAIN_VEHICLE } from '../stay/vehicle-facts';
import { isRound } from './rounds';
import { foreseeStay, laziestCharges, throughCharges, type FixedCharge } from './stay-forecast';
import {
  STORAGE_PLANS,
  arrangementOf,
  concernsOf,
  obstaclesTo,
  sunHeld,
  planInUse,
  type PlanContext,
} from './storage-plans';
import { STORAGE_PLAN_IDS, type StoragePlanId } from './storage-plan-ids';

/** A hall that is always at one temperature. */
const steady = (celsius: number) =>
  hallTemperatures(
    { kind: 'outdoors', setpointCelsius: null },
    {
      meanCelsius: Array<number>(12).fill(celsius),
      coldNightCelsius: Array<number>(12).fill(celsius),
    },
    [],
    toDay('2026-10-01'),
    toDay('2028-02-01'),
  );

interface Case {
  readonly standing?: Parameters<typeof standing>[0];
  readonly vehicle?: Partial<PlanContext['vehicle']>;
  readonly details?: Partial<PlanContext['details']>;
  readonly hallKind?: PlanContext['hallKind'];
  readonly celsius?: number;
  readonly latitude?: number;
}
function context(one: Case = {}): PlanContext {
  const kept = standing({ temperatures: steady(one.celsius ?? 10), ...one.standing });
  return {
    standing: kept,
    vehicle: { ...PLAIN_VEHICLE, ...one.vehicle },
    details: { ...usualDetails(kept.facts.chemistry), outletMetres: 2, ...one.details },
    hallKind: one.hallKind ?? 'unheated',
    latitude: one.latitude ?? null,
    bench: { hallId: 'warm', name: 'Carding Hall', temperatures: steady(12) },
  };
}
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

describe('through fixed charges', () => {
  it('at a constant temperature is the closed form', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 30, max: 100, noNaN: true }),
        fc.double({ min: 0, max: 80, noNaN: true }),
        fc.double({ min: 0.5, max: 9, noNaN: true }),
        fc.double({ min: -15, max: 30, noNaN: true }),
        fc.integer({ min: 10, max: 200 }),
        (start, drawMa, self, celsius, days) => {
          const loss = {
            drawPctPerDay: drawPctPerDay(drawMa, 60),
            selfPctPerMonthAt20C: self,
          };
          const sums = arrheniusSums(Array<number>(days + 5).fill(celsius));
          const perDay = loss.drawPctPerDay + selfDischargePctPerDay(self, celsius);
          const charge = { from: 4, to: 7, toPct: 100 };
          const soc = throughCharges(start, loss, sums, 0, days, [charge]);
          // start − loss · day before the charge; 100 − loss · (day − 7) after it.
          expect(soc[4]).toBeCloseTo(start - 4 * perDay, 6);
          expect(soc[days]).toBeCloseTo(100 - (days - 7) * perDay, 6);
        },
      ),
    );
  });

  const charges = fc
    .uniqueArray(fc.integer({ min: 1, max: 170 }), { maxLength: 8 })
    .map((days): FixedCharge[] => {
      const sorted = [...days].sort((a, b) => a - b);
      return sorted
        .filter((day, i) => i === 0 || day - sorted[i - 1]! > 4)
        .map((from) => ({ from, to: from + 3, toPct: 100 }));
    });
  const lowest = (
    drawMa: number,
    capacityAh: number,
    self: number,
    celsius: ArrayLike<number>,
    fixed: readonly FixedCharge[],
  ) =>
    Math.min(
      ...throughCharges(
        98,
        { drawPctPerDay: drawPctPerDay(drawMa, capacityAh), selfPctPerMonthAt20C: self },
        arrheniusSums(celsius),
        0,
        180,
        fixed,
      ),
    );

  it('more draw, less capacity or a warmer store never raises the lowest charge', () => {
    fc.assert(
      fc.property(
        charges,
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 10, max: 120, noNaN: true }),
        fc.double({ min: 0.5, max: 9, noNaN: true }),
        fc.array(fc.double({ min: -20, max: 30, noNaN: true }), { minLength: 185, maxLength: 185 }),
        fc.double({ min: 0, max: 20, noNaN: true }),
        (fixed, drawMa, capacityAh, self, celsius, more) => {
          const base = lowest(drawMa, capacityAh, self, celsius, fixed) + 1e-9;
          expect(lowest(drawMa + more, capacityAh, self, celsius, fixed)).toBeLessThanOrEqual(base);
          expect(lowest(drawMa, capacityAh / (1 + more), self, celsius, fixed)).toBeLessThanOrEqual(
            base,
          );
          const warmer = celsius.map((one) => one + more);
          expect(lowest(drawMa, capacityAh, self, warmer, fixed)).toBeLessThanOrEqual(base);
        },
      ),
    );
  });
});

describe('the laziest charges', () => {
  const days = 180;
  const rounds = Array.from({ length: days + 1 }, (_, day) => day).filter((day) =>
    isRound(DEFAULT_RULES, toDay('2027-01-14') + day),
  );
  const sums = arrheniusSums(Array<number>(days + 5).fill(8));

  it('keep a battery over its line, and none of them could be left out', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 70, max: 100, noNaN: true }),
        fc.double({ min: 0.05, max: 2.5, noNaN: true }),
        fc.integer({ min: 30, max: 65 }),
        (start, drawPct, lineSocPct) => {
          const loss = { drawPctPerDay: drawPct, selfPctPerMonthAt20C: 3 };
          const habit = { lineSocPct, fullEveryDays: Infinity, lastFull: null, rounds, toPct: 100 };
          const list = laziestCharges(start, loss, sums, 0, days, habit);
          const lastRound = rounds.at(-1)!;
          const under = (charges: readonly FixedCharge[]) =>
            throughCharges(start, loss, sums, 0, days, charges)
              .slice(0, lastRound + 1)
              .some((soc) => soc <= lineSocPct);
          expect(under(list)).toBe(false);
          for (let i = 0; i < list.length; i++) {
            expect(under(list.filter((_, at) => at !== i))).toBe(true);
          }
        },
      ),
    );
  });

  it('come also by habit, counted from the last full charge', () => {
    const loss = { drawPctPerDay: 0.01, selfPctPerMonthAt20C: 1 };
    const habit = { lineSocPct: 50, fullEveryDays: 35, lastFull: -10, rounds, toPct: 100 };
    const list = laziestCharges(98, loss, sums, 0, days, habit);
    const fulls = [-10, ...list.map((charge) => charge.to)];
    for (let i = 1; i < fulls.length; i++)
      expect(fulls[i]! - fulls[i - 1]!).toBeLessThanOrEqual(35);
  });
});

describe('the stay foreseen', () => {
  const battery = (id: StoragePlanId, one: Case = {}) =>
    foreseeStay(STORAGE_PLANS[id], context(one));

  it('by the plan’s own loss: with the negative off the draw is gone', () => {
    const on = battery('connected-recharged');
    const off = battery('off-recharged');
    // Of what it can still hold, which is less than what is written on it.
    expect(on.drawPctPerDay).toBeGreaterThan(drawPctPerDay(15, 60));
    expect(on.drawPctPerDay).toBeLessThan(1.2 * drawPctPerDay(15, 60));
    expect(off.drawPctPerDay).toBe(0);
    expect(off.selfPctPerDay).toBeCloseTo(on.selfPctPerDay, 9);
    expect(off.lowestPct).toBeGreaterThan(on.lowestPct);
  });

  it('agrees with the closed form at a constant temperature', () => {
    const state = { readings: [reading('2027-01-14', 12.65)], lastFullAt: null, charges: [] };
    const stay = battery('driven', { standing: { state }, celsius: 10 });
    const days = toDay('2027-04-10') - toDay('2027-01-14');
    const perDay = stay.drawPctPerDay + stay.selfPctPerDay;
    expect(stay.lowestPct).toBeCloseTo(stay.socPct[0]! - days * perDay, 6);
    expect(stay.lowestDay).toBe(toDay('2027-04-10'));
    expect(stay.selfPctPerDay).toBeGreaterThan(selfDischargePctPerDay(5, 10));
    expect(stay.selfPctPerDay).toBeLessThan(1.2 * selfDischargePctPerDay(5, 10));
  });

  it('holds on a maintainer, and costs a look in each round', () => {
    const stay = battery('maintained-connected');
    expect(stay.chargeDays).toEqual([]);
    expect(stay.socPct.at(-1)).toBe(100);
    expect(stay.visits).toBeGreaterThan(battery('off-recharged').visits);
  });

  it('on the bench has the bench’s weather', () => {
    const here = battery('off-recharged', { celsius: -5 });
    const bench = battery('bench', { celsius: -5 });
    expect(bench.selfPctPerDay).toBeGreaterThan(2 * here.selfPctPerDay);
  });

  it('without a reading counts from full, and says so', () => {
    const state = { readings: [], charges: [], lastFullAt: null };
    const stay = battery('off-recharged', { standing: { state } });
    expect(stay.fromFull).toBe(true);
    expect(stay.socPct[0]).toBe(100);
  });

  it('an open stay is looked at for half a year', () => {
    const stay = battery('connected-recharged', { standing: { collectDay: null } });
    expect(stay.until - toDay('2027-01-14')).toBe(182);
  });

  it('says how many days a battery would stand under its line', () => {
    expect(
      battery('driven', { standing: { state: { drawMa: 40 } } }).underLineDays,
    ).toBeGreaterThan(20);
    const state = {
      drawMa: 40,
      lastFullAt: null,
      charges: [],
      readings: [reading('2027-01-14', 12.6)],
    };
    expect(battery('connected-recharged', { standing: { state } }).underLineDays).toBe(0);
  });

  it('more draw never raises the lowest charge of a plan without charges', () => {
    fc.assert(
      fc.property(
        fc.constantFrom<ChemistryId>(...CHEMISTRY_IDS),
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 40, noNaN: true }),
        (chemistry, drawMa, more) => {
          const cells = chemistry === 'lfp' ? 4 : 6;
          const low = (milliamps: number) =>
            battery('driven', {
              standing: { facts: { chemistry, cells }, state: { drawMa: milliamps, readings: [] } },
            }).lowestPct;
          expect(low(drawMa + more)).toBeLessThanOrEqual(low(drawMa) + 1e-9);
        },
      ),
      { numRuns: 40 },
    );
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

  it('through the same charges, a larger panel never leaves less, nor overfills', () => {
    const days = 60;
    const sums = arrheniusSums(new Float64Array(days + 2).fill(5));
    const loss = { drawPctPerDay: 0.8, selfPctPerMonthAt20C: 4 };
    const charges = [{ from: 20, to: 23, toPct: 100 }];
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.double({ min: 1, max: 4, noNaN: true }),
        (gain, more) => {
          const through = (pct: number) =>
            throughCharges(80, loss, sums, 0, days, charges, {
              gainPct: new Float64Array(days).fill(pct),
            });
          const [small, large] = [through(gain), through(gain * more)];
          large.forEach((soc, day) => {
            expect(soc).toBeGreaterThanOrEqual(small[day]! - 1e-9);
            // A panel fills to 95 %; above that only a charger gets it.
            if (day < 20) expect(soc).toBeLessThanOrEqual(95 + 1e-9);
          });
        },
      ),
    );
  });

  it('without watts or latitude it counts for nothing', () => {
    const dark = foreseeStay(STORAGE_PLANS['connected-recharged'], camper());
    const unknown = foreseeStay(STORAGE_PLANS.solar, { ...camper(), latitude: null });
    expect([...unknown.socPct]).toEqual([...dark.socPct]);
  });
});
