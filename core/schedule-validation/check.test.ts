import { dayName, toDay } from '../day';
import type { SeasonJob } from '../logbook/season-jobs';
import { SeasonDocument, type PlanDocument } from '../schedule/document';
import type { Breach } from './breach';
import { checkPlan } from './check';

// A check that catches nothing looks like one that finds nothing wrong. Each rule has at least one
// plan here that breaks it and nothing else.

const MONDAY = toDay('2026-11-02');
const on = (day: number) => dayName(MONDAY + day);
const COSTS = {
  hall: 3,
  stop: 2,
  reading: 1,
  lamp: 0.5,
  connect: 4,
  disconnect: 2,
  handBack: 8,
  clean: 5,
  levels: 3,
};
type Loose = Record<string, unknown>;

/** Loses 1 % a day by its draw alone: 25 mA of 60 Ah. */
const battery = (id: string, more: Loose = {}): Loose => ({
  id,
  stop: id,
  order: 1,
  hall: 'hall',
  chemistry: 'flooded',
  nominalVolts: 12,
  cells: 6,
  capacityAh: 60,
  socPct: 100,
  negativeOn: true,
  drawMa: 25,
  selfDischargePctPerMonthAt20C: 0,
  lineSocPct: 60,
  lastFull: on(0),
  lastRead: on(0),
  readingEveryDays: 30,
  ...more,
});

const charger = (id: string, chemistries: readonly string[], more: Loose = {}): Loose => ({
  ...{ id, channels: 1, amps: 6, chemistries, nominalVolts: [12] },
  ...more,
});
const ONE = charger('one', ['flooded', 'agm', 'lfp'], { channels: 2 });
const HALL = { id: 'hall', celsius: { [on(0)]: 20 } };
const SHED = { id: 'shed', celsius: { [on(0)]: 20 } };

/** Two batteries in a hall, one in a shed, rounds on Mondays for nine weeks. */
const season = (changes: Readonly<Record<string, Loose>> = {}, more: Loose = {}): SeasonDocument =>
  SeasonDocument.parse({
    today: on(0),
    end: on(63),
    rounds: { weekdays: ['mon'], minutes: 60 },
    minutes: COSTS,
    risk: 0.5,
    halls: [HALL, SHED],
    chargers: [ONE, charger('two', ['flooded', 'agm'])],
    batteries: [
      battery('a', changes.a),
      battery('b', { order: 2, ...changes.b }),
      battery('c', { order: 3, hall: 'shed', ...changes.c }),
    ],
    pins: [],
    ...more,
  });

interface Visit {
  readonly day: number;
  readonly battery: string;
  readonly jobs: readonly SeasonJob[];
  readonly charger?: string;
  readonly channel?: number;
  readonly stop?: string;
}
const charge = (id: string, day: number, charger: string, channel = 1, to = day + 7): Visit[] => [
  { day, battery: id, jobs: ['connect'], charger, channel },
  { day: to, battery: id, jobs: ['disconnect'] },
];
const read = (id: string, day: number): Visit => ({ day, battery: id, jobs: ['reading'] });

/** What is right for that season: each read in its time, charged in its time, on its own charger. */
const RIGHT: readonly Visit[] = [
  ...['a', 'b', 'c'].flatMap((id) => [read(id, 28)]),
  ...charge('a', 35, 'one'),
  ...charge('b', 35, 'one', 2),
  ...charge('c', 35, 'two'),
];

/** Visits as a plan that tells its own minutes, rounds and charges truly. */
function planOf(of: SeasonDocument, visits: readonly Visit[]): PlanDocument {
  const days = [...new Set(visits.map(({ day }) => day))].sort((a, b) => a - b);
  const rounds = days.map((day) => {
    const stops = new Map<string, PlanDocument['rounds'][number]['stops'][number]>();
    let minutes = 0;
    for (const one of visits.filter((visit) => visit.day === day)) {
      const source = of.batteries.find(({ id }) => id === one.battery)!;
      const name = one.stop ?? source.stop;
      const stop = stops.get(name) ?? { stop: name, hall: source.hall, visits: [] };
      const { battery: id, jobs, charger, channel } = one;
      stop.visits.push({
        battery: id,
        jobs: [...jobs],
        ...(charger ? { charger } : {}),
        ...(channel === undefined ? {} : { channel }),
      });
      stops.set(name, stop);
      // Of what does not stand there the checker counts no job.
      if (name === source.stop) minutes += jobs.reduce((sum, job) => sum + of.minutes[job], 0);
    }
    const halls = new Set([...stops.values()].map(({ hall }) => hall));
    minutes += stops.size * of.minutes.stop + halls.size * of.minutes.hall;
    return { date: on(day), minutes, stops: [...stops.values()] };
  });
  const plan: PlanDocument = {
    rounds,
    totals: {
      minutes: rounds.reduce((sum, { minutes }) => sum + minutes, 0),
      rounds: rounds.length,
      charges: visits.filter(({ jobs }) => jobs.includes('connect')).length,
      underLineDays: 0,
    },
    lowestSocPct: [],
    lowerBoundMinutes: null,
    unmet: [],
    remedies: [],
  };
  const under = checkPlan(of, plan).breaches.filter(({ rule }) => rule === 'line').length;
  return { ...plan, totals: { ...plan.totals, underLineDays: under } };
}

/** The right plan without some of a battery's visits, and with others. */
const but = (id: string, days: readonly number[], instead: readonly Visit[] = []): Visit[] => [
  ...RIGHT.filter((visit) => visit.battery !== id || !days.includes(visit.day)),
  ...instead,
];

/** The right plan, but one battery is charged a week earlier, in the round in which it is read. */
const sooner = (id: string, charger: string, channel = 1): Visit[] =>
  but(
    id,
    [28, 35, 42],
    [
      { day: 28, battery: id, jobs: ['reading', 'connect'], charger, channel },
      { day: 35, battery: id, jobs: ['disconnect'] },
    ],
  );

/** Lithium that is charged on the day from which it freezes. */
const FROST = {
  halls: [HALL, { id: 'shed', celsius: { [on(0)]: 20, [on(30)]: -2 } }],
};
const COLLECTED = { collect: on(63), collectSocPct: 70 };

interface Mutant {
  readonly of?: SeasonDocument;
  /** What is right for that season, where that is another plan. */
  readonly right?: readonly Visit[];
  readonly visits?: readonly Visit[];
  readonly change?: (plan: PlanDocument) => PlanDocument;
}
const handedBack = [...RIGHT, { day: 63, battery: 'a', jobs: ['handBack'] } as const];
const totals = (more: Partial<PlanDocument['totals']>) => (plan: PlanDocument) => ({
  ...plan,
  totals: { ...plan.totals, ...more },
});

const MUTANTS: Readonly<Record<Breach['rule'], Readonly<Record<string, Mutant>>>> = {
  visit: {
    'a round on a day without one': { visits: [...RIGHT, read('a', 29)] },
    'at another stop': {
      visits: but('a', [28], [read('a', 28), { ...read('a', 21), stop: 'elsewhere' }]),
    },
    'twice in a round': { visits: [...RIGHT, read('a', 28)] },
    'taken off what it does not hang on': {
      visits: [...RIGHT, { day: 14, battery: 'a', jobs: ['disconnect'] }],
    },
    'hung on what nobody named': {
      visits: [...RIGHT, { day: 49, battery: 'a', jobs: ['connect'], charger: 'two' }],
    },
    'hung where it hangs already': {
      visits: [
        ...but('a', [42]),
        { day: 42, battery: 'a', jobs: ['connect'], charger: 'one', channel: 1 },
        { day: 49, battery: 'a', jobs: ['disconnect'] },
      ],
    },
    'before it may be visited': {
      of: season({ a: { notBefore: on(21) } }),
      visits: [...RIGHT, read('a', 14)],
    },
    'after its last round': {
      of: season({ a: { ...COLLECTED, collect: on(56) } }),
      right: [...RIGHT, { day: 56, battery: 'a', jobs: ['handBack'] }],
      visits: [...RIGHT, { day: 56, battery: 'a', jobs: ['handBack'] }, read('a', 63)],
    },
    'handed back too early': {
      of: season({ a: COLLECTED }),
      right: handedBack,
      visits: [...RIGHT, { day: 56, battery: 'a', jobs: ['handBack'] }],
    },
    'not in order of time': { change: (plan) => ({ ...plan, rounds: [...plan.rounds].reverse() }) },
  },
  line: {
    'charged a week too late': { visits: but('a', [35, 42], charge('a', 42, 'one')) },
    'never charged': { visits: but('a', [35, 42], [read('a', 56)]) },
  },
  frost: {
    'falls until it freezes': {
      of: season(
        { c: { lineSocPct: 20 } },
        {
          halls: [HALL, { id: 'shed', celsius: { [on(0)]: 0 }, minCelsius: { [on(0)]: -20 } }],
        },
      ),
      visits: but('c', [35, 42], [read('c', 56)]),
    },
  },
  reading: {
    'not read in its time': { visits: but('b', [28]) },
    'read after its time': { visits: but('b', [28, 35, 42], charge('b', 35, 'one', 2)) },
  },
  recharge: {
    'not full again in its time': {
      of: season({ a: { lineSocPct: 30, rechargeEveryDays: 45 } }),
      visits: but('a', [35, 42], [read('a', 56)]),
    },
  },
  levels: {
    'never looked at': {
      of: season({ a: { lastLevels: on(0), levelsEveryDays: 40 } }),
      right: but('a', [28], [{ day: 28, battery: 'a', jobs: ['reading', 'levels'] }]),
      visits: RIGHT,
    },
  },
  lamp: {
    'not looked at while it hangs': {
      of: season({ a: { lampEveryDays: 7 } }),
      right: but(
        'a',
        [35, 42],
        [
          { day: 28, battery: 'a', jobs: ['reading', 'connect'], charger: 'one', channel: 1 },
          { day: 35, battery: 'a', jobs: ['lamp'] },
          { day: 42, battery: 'a', jobs: ['disconnect'] },
        ],
      ).filter(({ battery: id, day, jobs }) => id !== 'a' || day !== 28 || jobs.length > 1),
      visits: but(
        'a',
        [28, 35, 42],
        [
          { day: 28, battery: 'a', jobs: ['reading', 'connect'], charger: 'one', channel: 1 },
          { day: 42, battery: 'a', jobs: ['disconnect'] },
        ],
      ),
    },
  },
  collect: {
    'too low on its day': {
      of: season({ a: { ...COLLECTED, collectSocPct: 85 } }),
      right: [
        ...but('a', [35, 42], charge('a', 35, 'one', 1, 49)),
        { day: 63, battery: 'a', jobs: ['handBack'] },
      ],
      visits: handedBack,
    },
  },
  handBack: {
    'nobody hands it back': { of: season({ a: COLLECTED }), right: handedBack, visits: RIGHT },
  },
  charge: {
    'taken off too early': {
      of: season({ a: { capacityAh: 3000, drawMa: 1250 } }),
      right: but('a', [42], [{ day: 49, battery: 'a', jobs: ['disconnect'] }]),
      visits: RIGHT,
    },
    'on a charger that does not suit it': {
      of: season(
        { c: { chemistry: 'efb' } },
        {
          chargers: [ONE, charger('two', ['flooded', 'efb']), charger('three', ['agm'])],
        },
      ),
      visits: but('c', [35, 42], charge('c', 35, 'three')),
    },
    'on one that it may not hang on': {
      of: season({ c: { mayHang: [{ charger: 'two', amps: 6 }] } }),
      visits: sooner('c', 'one'),
    },
    'less current than it draws': {
      of: season(
        {},
        {
          chargers: [
            ONE,
            charger('two', ['flooded']),
            charger('weak', ['flooded'], { amps: 0.02 }),
          ],
        },
      ),
      visits: but('c', [35, 42], charge('c', 35, 'weak')),
    },
    'lithium in frost': {
      of: season(
        { c: { chemistry: 'lfp', cells: 4 } },
        {
          ...FROST,
          chargers: [ONE, charger('two', ['lfp'])],
        },
      ),
      right: but('c', [28, 35, 42], [...charge('c', 21, 'two'), read('c', 56)]),
      visits: RIGHT,
    },
    'hangs to the end': { visits: but('a', [42], [read('a', 56)]) },
  },
  channel: {
    'two on one channel': { visits: but('b', [35, 42], charge('b', 35, 'one', 1)) },
    'no such channel': { visits: but('b', [35, 42], charge('b', 35, 'one', 3)) },
    'a channel before the first': { visits: but('b', [35, 42], charge('b', 35, 'one', -1)) },
    'one charger in two halls': {
      visits: but('b', [35, 42], charge('b', 35, 'one', 2)).map((visit) =>
        visit.battery === 'c' && visit.charger
          ? { ...visit, charger: 'one', channel: 2 }
          : visit.battery === 'b' && visit.charger
            ? { ...visit, charger: 'two', channel: 1 }
            : visit,
      ),
    },
    'a charger that is broken': {
      of: season(
        {},
        {
          chargers: [
            ONE,
            charger('two', ['flooded', 'agm']),
            charger('three', ['flooded'], { brokenUntil: on(40) }),
          ],
        },
      ),
      visits: but('c', [35, 42], charge('c', 35, 'three')),
    },
  },
  minutes: {
    'a round that is too long': {
      of: season({}, { rounds: { weekdays: ['mon'], minutes: 23 } }),
      right: sooner('c', 'two'),
      visits: RIGHT,
    },
  },
  outlets: {
    'more chargers than outlets': {
      of: season(
        {},
        {
          halls: [{ id: 'hall', celsius: { [on(0)]: 20 }, outlets: 1 }, SHED],
        },
      ),
      visits: sooner('c', 'two').map((visit) =>
        visit.battery === 'b' && visit.charger ? { ...visit, charger: 'two', channel: 1 } : visit,
      ),
    },
  },
  air: {
    // 0.05 · 6 cells · 20 mA/Ah · 60 Ah = 0.36 m³/h for each.
    'more gas than air': {
      of: season(
        {},
        {
          halls: [{ id: 'hall', celsius: { [on(0)]: 20 }, ventilationM3PerHour: 0.5 }, SHED],
        },
      ),
      right: sooner('b', 'one', 2),
      visits: RIGHT,
    },
  },
  pin: {
    'what was decided is not done': {
      of: season({}, { pins: [{ battery: 'a', date: on(28), jobs: ['clean'] }] }),
      right: but('a', [28], [{ day: 28, battery: 'a', jobs: ['reading', 'clean'] }]),
      visits: RIGHT,
    },
    'on another charger': {
      of: season({}, { pins: [{ battery: 'c', date: on(35), jobs: ['connect'], charger: 'two' }] }),
      visits: sooner('b', 'one', 2).map((visit) =>
        visit.battery === 'c' && visit.charger
          ? { ...visit, charger: 'one' }
          : visit.battery === 'a' && visit.charger
            ? { ...visit, charger: 'two' }
            : visit,
      ),
    },
    'on another channel': {
      of: season(
        {},
        { pins: [{ battery: 'a', date: on(35), jobs: ['connect'], charger: 'one', channel: 1 }] },
      ),
      visits: RIGHT.map((visit) =>
        visit.battery === 'a' && visit.charger
          ? { ...visit, channel: 2 }
          : visit.battery === 'b' && visit.charger
            ? { ...visit, channel: 1 }
            : visit,
      ),
    },
  },
  totals: {
    'other minutes': { change: (plan) => totals({ minutes: plan.totals.minutes - 1 })(plan) },
    'other rounds': { change: (plan) => totals({ rounds: plan.totals.rounds + 1 })(plan) },
    'other charges': { change: (plan) => totals({ charges: 0 })(plan) },
    'other days under the line': { change: totals({ underLineDays: 3 }) },
    'other minutes of a round': {
      change: (plan) => ({
        ...plan,
        rounds: plan.rounds.map((round, i) =>
          i ? round : { ...round, minutes: round.minutes + 1 },
        ),
      }),
    },
    'another lowest charge': {
      change: (plan) => ({ ...plan, lowestSocPct: [{ battery: 'a', date: on(35), socPct: 70 }] }),
    },
  },
  bound: {
    'a bound over what it takes': {
      change: (plan) => ({ ...plan, lowerBoundMinutes: Math.ceil(plan.totals.minutes) + 1 }),
    },
  },
};

const rulesIn = (of: SeasonDocument, plan: PlanDocument) => [
  ...new Set(checkPlan(of, plan).breaches.map(({ rule }) => rule)),
];

describe('the checker', () => {
  const cases = Object.entries(MUTANTS).flatMap(([rule, mutants]) =>
    Object.entries(mutants).map(([name, mutant]) => [rule, name, mutant] as const),
  );

  it.each(cases)(
    '%s: %s',
    (rule, _name, { of = season(), right = RIGHT, visits = right, change }) => {
      // The plan that it was made from is right.
      expect(checkPlan(of, planOf(of, right)).breaches).toEqual([]);
      const plan = planOf(of, visits);
      const mutant = change ? change(plan) : plan;
      expect(rulesIn(of, mutant)).toEqual([rule]);
    },
  );

  it('takes what the plan says itself as said, and not for right', () => {
    const of = season();
    const plan = planOf(of, but('b', [28]));
    const unmet = [{ battery: 'b', rule: 'reading' as const, date: on(28), why: 'no time' }];
    const { breaches, declared } = checkPlan(of, { ...plan, unmet });
    expect(breaches).toEqual([]);
    expect(declared.map(({ rule }) => rule)).toEqual(['reading']);
  });
});
