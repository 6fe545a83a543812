import fc from 'fast-check';
import { seasonOfChance } from '../../simulators/seasons';
import { randomOne } from '../../simulators/random';
import { checkPlan } from '../schedule-validation/check';
import { dayName, toDay } from '../day';
import { LowerBound } from './bound';
import { Scarce } from './prices';
import { SeasonDocument, type PlanDocument } from './document';
import type { SeasonJob } from '../logbook/season-jobs';
import { problemOf } from './problem';
import { readyDay, socAt } from './unit';
import { remediesFor } from './remedies';
import { changes, replan } from './replan';
import { firstPlan } from './solve';
import { chargersInUse, stripsOf } from './strips';
import { tightened } from './tighten';
import { writePlan } from './write-plan';

const TODAY = toDay('2026-11-02');
const on = (day: number) => dayName(TODAY + day);
type Loose = Record<string, unknown>;

/** One battery, one hall, one charger; a Monday. */
function small(battery: Loose = {}, more: Loose = {}): SeasonDocument {
  return SeasonDocument.parse({
    today: on(0),
    end: on(63),
    rounds: { weekdays: ['mon'], minutes: 120 },
    minutes: { hall: 3, stop: 2, reading: 1, lamp: 0.5, connect: 4, disconnect: 2, handBack: 8 },
    risk: 0.5,
    halls: [{ id: 'hall', celsius: { [on(0)]: 20 } }],
    chargers: [
      { id: 'one', channels: 1, amps: 6, chemistries: ['flooded', 'lfp'], nominalVolts: [12] },
    ],
    batteries: [
      {
        id: 'b',
        stop: 'b',
        order: 1,
        hall: 'hall',
        chemistry: 'flooded',
        nominalVolts: 12,
        cells: 6,
        capacityAh: 60,
        socPct: 100,
        negativeOn: true,
        drawMa: 25,
        selfDischargePctPerMonthAt20C: 3,
        lineSocPct: 60,
        lastFull: on(0),
        lastRead: on(0),
        readingEveryDays: 30,
        ...battery,
      },
    ],
    pins: [],
    ...more,
  });
}
const planned = (season: SeasonDocument) => writePlan(firstPlan(problemOf(season)), null);
const found = (season: SeasonDocument, plan: PlanDocument) => checkPlan(season, plan).breaches;

describe('the season problem', () => {
  it('loses what the arithmetic on paper says', () => {
    // 25 mA of 60 Ah is 1 % a day; 3 % in 30 days at 20 °C is 0.1 % a day: 1.1 % together.
    const [unit] = problemOf(small()).units;
    expect(socAt(unit!, -1, 10)).toBeCloseTo(89, 9);
    // 40 % at 1.1 % a day: 36 days hold, the 37th does not.
    expect(unit!.failsAt(-1)).toBe(37);
    // 1.1 · 60 Ah · 0.4 / (6 − 0.025 A) + 4 h = 8.4 h: over by the next day.
    expect(readyDay(unit!, 60, 6, 3)).toBe(4);
  });

  it('reckons with the loss that one in ten exceeds', () => {
    // The normal quantile of 0.9 is 1.2816 (tables): a spread of 20 % makes 1.1 into 1.382.
    const [unit] = problemOf(small({ lossSpreadPct: 20 }, { risk: 0.1 })).units;
    expect(100 - socAt(unit!, -1, 1)).toBeCloseTo(1.1 * (1 + 0.2 * 1.28155), 4);
  });

  it('does not clamp at empty, and warms by the doubling for 10 °C', () => {
    const [unit] = problemOf(
      small(
        { drawMa: 0, selfDischargePctPerMonthAt20C: 60 },
        {
          halls: [{ id: 'hall', celsius: { [on(0)]: 30 } }],
        },
      ),
    ).units;
    expect(socAt(unit!, -1, 1)).toBeCloseTo(96, 9);
    expect(socAt(unit!, -1, 30)).toBeCloseTo(-20, 9);
  });

  it('names the field that is unknown or wrong', () => {
    const season = small() as unknown as { batteries: Loose[] };
    const path = (changed: Loose) => {
      const parsed = SeasonDocument.safeParse({
        ...season,
        batteries: [{ ...season.batteries[0], ...changed }],
      });
      return parsed.error?.issues[0]?.path.join('.') ?? parsed.error?.issues[0]?.message;
    };
    expect(path({ hall: 'elsewhere' })).toBe('batteries.0.hall');
    expect(path({ capacityAh: -1 })).toBe('batteries.0.capacityAh');
    expect(path({ collect: on(-3) })).toBe('batteries.0.collect');
    expect(path({ kept: { charger: 'one', channel: 2 } })).toBe('batteries.0.kept.channel');
    const parsed = SeasonDocument.safeParse({ ...season, colour: 'red' });
    expect(parsed.error?.issues[0]?.message).toMatch(/colour/);
  });
});

/** Every legal way to keep the one battery, judged by the check alone: the least minutes. */
function leastByTrying(season: SeasonDocument): number {
  const days = [0, 7, 14, 21, 28, 35];
  const [battery] = season.batteries;
  let least = Infinity;
  const rounds: PlanDocument['rounds'] = [];
  const costs = season.minutes;
  const visit = (date: string, jobs: SeasonJob[]): PlanDocument['rounds'][number] => ({
    date,
    minutes: costs.hall + costs.stop + jobs.reduce((sum, job) => sum + costs[job], 0),
    stops: [
      {
        stop: 'b',
        hall: 'hall',
        visits: [
          {
            battery: 'b',
            jobs,
            ...(jobs.includes('connect') ? { charger: 'one', channel: 1 } : {}),
          },
        ],
      },
    ],
  });
  const last = days.findLast((day) => !battery!.collect || on(day) <= battery!.collect)!;
  const go = (i: number, hung: boolean, minutes: number) => {
    if (minutes >= least) return;
    const day = days[i];
    if (day === undefined || day > last) {
      const plan: PlanDocument = {
        rounds,
        totals: { minutes, rounds: rounds.length, charges: 0, underLineDays: 0 },
        lowestSocPct: [],
        lowerBoundMinutes: null,
        unmet: [],
        remedies: [],
      };
      const wrong = checkPlan(season, plan).breaches.filter(({ rule }) => rule !== 'totals');
      if (wrong.length === 0) least = minutes;
      return;
    }
    const back: SeasonJob[] = battery!.collect && day === last ? ['handBack'] : [];
    const ways: [SeasonJob[], boolean][] = hung
      ? [
          [[...back], true],
          [['reading', ...back], true],
          [['disconnect', ...back], false],
        ]
      : [
          [[...back], false],
          [['reading', ...back], false],
          [['connect', ...back], true],
          [['reading', 'connect', ...back], true],
        ];
    for (const [jobs, then] of ways) {
      if (jobs.length === 0) {
        go(i + 1, then, minutes);
        continue;
      }
      const made = visit(on(day), jobs);
      rounds.push(made);
      go(i + 1, then, minutes + made.minutes);
      rounds.pop();
    }
  };
  go(0, false, 0);
  return least;
}

describe('one battery', () => {
  const cases: [string, Loose][] = [
    ['left to the end of the season', {}],
    ['collected full', { collect: on(38), collectSocPct: 90 }],
    ['read every fortnight', { readingEveryDays: 14 }],
    ['full at least every three weeks', { rechargeEveryDays: 21, drawMa: 5 }],
    ['nearly down already', { socPct: 64, lastRead: on(-20), collect: on(27), collectSocPct: 80 }],
    ['holding by itself', { negativeOn: false }],
    ['not visited for ten days, overdue', { lastRead: on(-30), notBefore: on(10) }],
    ['full, not visited before it is due', { rechargeEveryDays: 12, notBefore: on(15), drawMa: 5 }],
  ];
  it.each(cases)('%s: no other plan is legal and shorter', (_, battery) => {
    const season = small({ drawMa: 45, ...battery }, { end: on(40) });
    const plan = planned(season);
    expect(found(season, plan)).toEqual([]);
    expect(plan.unmet).toEqual([]);
    expect(plan.totals.minutes).toBeCloseTo(leastByTrying(season), 6);
  });

  it('a lithium one is not charged in frost, and the plan says so', () => {
    const celsius = Object.fromEntries(
      Array.from({ length: 64 }, (_, day) => [on(day), day >= 14 ? -3 : 8]),
    );
    const season = small(
      { chemistry: 'lfp', cells: 4, lineSocPct: 80, socPct: 95 },
      { halls: [{ id: 'hall', celsius }] },
    );
    const plan = planned(season);
    expect(found(season, plan)).toEqual([]);
    for (const { date, stops } of plan.rounds) {
      if (stops[0]!.visits[0]!.jobs.includes('connect')) expect(date <= on(7)).toBe(true);
    }
    expect(plan.unmet.map(({ rule }) => rule)).toContain('line');
  });
});

describe('a whole season', () => {
  const size = { batteries: 14, chargers: 4, weeks: 14 };

  it('breaks no rule that it does not name itself', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 100_000 }),
        fc.integer({ min: 1, max: 5 }),
        fc.boolean(),
        fc.constantFrom(40, 90, 200),
        (seed, chargers, awkward, minutes) => {
          const made = seasonOfChance(seed, { ...size, chargers, awkward, minutes });
          const later = randomOne(seed);
          const season = {
            ...made,
            batteries: made.batteries.map((one) =>
              awkward && later.uniform() < 0.3
                ? { ...one, notBefore: dayName(toDay(made.today) + Math.ceil(9 * later.uniform())) }
                : one,
            ),
          };
          const solution = firstPlan(problemOf(season));
          expect(found(season, writePlan(solution, null))).toEqual([]);
          const better = tightened(solution, 6, randomOne(seed).uniform);
          expect(found(season, writePlan(better, null))).toEqual([]);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('is never under its bound, and tightening never makes it longer', () => {
    for (const seed of [1, 2, 3, 4]) {
      const problem = problemOf(seasonOfChance(seed, { ...size, chargers: 6 }));
      const solution = firstPlan(problem);
      const first = solution.cost;
      const bound = new LowerBound(new Scarce(problem));
      const better = tightened(solution, 60, randomOne(seed).uniform);
      for (let i = 0; i < 12; i++) bound.step(better.cost);
      expect(better.cost).toBeLessThanOrEqual(first + 1e-6);
      expect(bound.value).toBeLessThanOrEqual(better.cost + 1e-6);
      expect(bound.value).toBeGreaterThan(0.8 * better.cost);
    }
  });

  it('needs no more, but for a fiftieth, where anything is relaxed', () => {
    const base = seasonOfChance(11, { ...size, chargers: 6, awkward: true });
    const least = (season: SeasonDocument) =>
      tightened(firstPlan(problemOf(season)), 120, randomOne(5).uniform);
    const before = least(base);
    const looser: SeasonDocument[] = [
      { ...base, rounds: { ...base.rounds, minutes: base.rounds.minutes + 60 } },
      { ...base, rounds: { ...base.rounds, weekdays: [...base.rounds.weekdays, 'sat'] } },
      { ...base, risk: 0.4 },
      { ...base, halls: base.halls.map((hall) => ({ ...hall, outlets: undefined })) },
      { ...base, halls: base.halls.map((hall) => ({ ...hall, ventilationM3PerHour: undefined })) },
      { ...base, chargers: [...base.chargers, { ...base.chargers[0]!, id: 'more' }] },
      {
        ...base,
        batteries: base.batteries.map((one) => ({ ...one, readingEveryDays: 45 })),
      },
      { ...base, batteries: base.batteries.map((one) => ({ ...one, lineSocPct: 50 })) },
      { ...base, pins: [] },
    ];
    for (const season of looser) {
      const after = least(season);
      expect(after.penalty).toBeLessThanOrEqual(before.penalty);
      if (after.penalty === before.penalty) {
        expect(after.usage.minutes).toBeLessThanOrEqual(1.02 * before.usage.minutes);
      }
    }
  });

  it('is the same for the same season', () => {
    const season = seasonOfChance(9, size);
    expect(planned(season)).toEqual(planned(season));
  });
});

describe('replanning', () => {
  const season = seasonOfChance(21, { batteries: 24, chargers: 8, weeks: 16 });
  const before = planned(season);
  const chance = randomOne(3).uniform;
  const again = (changed: SeasonDocument) =>
    writePlan(replan(problemOf(changed), before, chance), null);

  it('changes nothing where nothing has changed', () => {
    expect(again(season).rounds).toEqual(before.rounds);
  });

  it('moves a battery that reads low, and hardly any other', () => {
    // One whose first charge is a month away, read a little over its line.
    const charged = (id: string) =>
      before.rounds.find(({ stops }) =>
        stops.some(({ visits }) =>
          visits.some(({ battery, jobs }) => battery === id && jobs.includes('connect')),
        ),
      )?.date ?? '';
    const victim = season.batteries.find(
      ({ id, negativeOn, chemistry }) =>
        negativeOn && chemistry !== 'lfp' && charged(id) > '2026-11-25',
    )!;
    const low: SeasonDocument = {
      ...season,
      batteries: season.batteries.map((one) =>
        one === victim ? { ...one, socPct: one.lineSocPct + 4 } : one,
      ),
    };
    const after = again(low);
    expect(found(low, after)).toEqual([]);
    const moved = changes(before, after, season.today).map(({ battery }) => battery);
    expect(moved).toContain(victim.id);
    expect(moved.length).toBeLessThanOrEqual(4);
  });

  it('takes nothing to a charger that has gone', () => {
    const used = before.rounds
      .flatMap(({ stops }) => stops.flatMap(({ visits }) => visits))
      .find(({ charger }) => charger !== undefined)!.charger!;
    const without = { ...season, chargers: season.chargers.filter(({ id }) => id !== used) };
    const after = again(without);
    expect(found(without, after)).toEqual([]);
    expect(JSON.stringify(after.rounds)).not.toContain(`"${used}"`);
  });

  it('keeps what was decided by hand, and says where it cannot', () => {
    const charge = before.rounds
      .flatMap(({ date, stops }) =>
        stops.flatMap(({ visits }) => visits.map((one) => ({ date, ...one }))),
      )
      .find(({ jobs, date }) => jobs.includes('connect') && date > '2026-11-10')!;
    const dates = before.rounds.map(({ date }) => date);
    const earlier = dates[dates.indexOf(charge.date) - 1]!;
    const pin = { battery: charge.battery, date: earlier, jobs: ['connect' as const] };
    const pinned = { ...season, pins: [pin] };
    const after = again(pinned);
    expect(found(pinned, after)).toEqual([]);
    expect(after.unmet.filter(({ rule }) => rule === 'pin')).toEqual([]);
    const never = { ...season, pins: [{ ...pin, date: '2026-10-25' }] };
    expect(again(never).unmet).toMatchObject([{ rule: 'pin', battery: charge.battery }]);
  });
});

describe('what cannot be met', () => {
  it('is named, with remedies that were planned through', () => {
    // Three that must be full within days, and one slow channel.
    const one = small({ socPct: 62, lastRead: on(-1), capacityAh: 90 });
    const season: SeasonDocument = {
      ...one,
      chargers: [{ ...one.chargers[0]!, amps: 1 }],
      batteries: [1, 2, 3].map((n) => ({
        ...one.batteries[0]!,
        id: `b${n}`,
        stop: `b${n}`,
        order: n,
      })),
    };
    const solution = firstPlan(problemOf(season));
    const plan = writePlan(solution, null, remediesFor(solution, randomOne(1).uniform));
    expect(found(season, plan)).toEqual([]);
    expect(new Set(plan.unmet.map(({ battery }) => battery)).size).toBe(2);
    expect(plan.unmet.every(({ why }) => why.length > 10)).toBe(true);
    const more = plan.remedies.find(({ what }) => what.startsWith('One more charger'));
    expect(more?.effect).toMatch(/^1 fewer left wanting/);
    expect(plan.lowerBoundMinutes).toBeNull();
  });
});

describe('the strips of a plan', () => {
  const season = seasonOfChance(5, { batteries: 12, chargers: 5 });
  const plan = planned(season);

  it('rise to full where a charge ends, and count the chargers', () => {
    const strips = stripsOf(season, plan);
    const charges = strips.flatMap((strip) => strip.charges.map((charge) => ({ strip, charge })));
    expect(charges.length).toBe(plan.totals.charges);
    for (const { strip, charge } of charges) {
      expect(strip.socPct[charge.to]).toBe(100);
      expect(charge.to).toBeGreaterThan(charge.from);
    }
    // Likely losses are less than those that the plan reckons with.
    for (const { battery, socPct } of plan.lowestSocPct) {
      const strip = strips.find((one) => one.battery === battery)!;
      expect(Math.min(...strip.socPct)).toBeGreaterThanOrEqual(socPct - 0.1);
    }
    expect(Math.max(...chargersInUse(season, plan))).toBeLessThanOrEqual(season.chargers.length);
  });
});
