import { problemOf } from '../schedule/problem';
import { firstPlan } from '../schedule/solve';
import { writePlan } from '../schedule/write-plan';
import { pricesOf } from '../schedule/worth';
import { seasonOfChance } from '../../simulators/seasons';
import { advise } from '../plan/adviser';
import { context } from '../plan/plan.fixture';
import { usualDetails } from '../battery/usual-details';
import { CHEMISTRIES, CHEMISTRY_IDS } from '../battery/chemistries';
import { recoveryOf } from '../charging/recovery';
import { doneBefore } from '../connections/look-in';
import { isIdle, isSessionOver } from '../access/session';
import { MS_PER_DAY, toDay } from '../day';
import { at, reading, standing } from '../record/record.fixture';
import { chargeForecastOf } from '../assessment/charge-forecast';
import { startForecast } from '../assessment/start-forecast';
import { chargingAnswer, dropsAnswer } from '../assessment/test-answers';
import { contextOf } from '../context/from-record';
import { startWorry, walkBack } from '../hand-back/walk';
import { judge, judgeReading } from '../assessment/judge';
import { plain } from '../words/words';
import { loadTestDue } from '../plan/load-test-due';
import { jobsToday } from '../plan/due';
import { STORAGE_PLANS, concernsOf, obstaclesTo } from '../plan/storage-plans';
import type { BatteryContext } from '../context/battery-context';
import { plainContext } from '../context/plain-context';
import { stepsFor } from '../procedures/procedure';
import type { ProcedureId } from '../logbook/procedure-names';
import { PROCEDURES } from '../procedures/procedures';
import { PLAIN_VEHICLE } from '../stay/usual';
import { LINE_SCHOOLS, RULE_CARDS } from './cards';
import { CHOICE_RULES, type ChoiceRule } from './choices';
import { DEFAULT_RULES, RulePatch, applyPatch, type Rules } from './rules';
import { patchWords, schoolLabel } from './words';
import { socOfVolts } from '../battery/state-of-charge';

/** All that is said and ordered about a battery: headline, reasons, cautions, dates, jobs. */
function verdictUnder(rules: Rules, more: Parameters<typeof standing>[0] = {}): string {
  const kept = standing({ ...more, rules });
  const { headline, why, cautions } = judge(kept);
  const outlook = chargeForecastOf(kept);
  const jobs = jobsToday(kept, outlook).map((job) =>
    job.kind === 'procedure' ? job.procedure : job.kind,
  );
  return JSON.stringify([headline, why.map(plain), cautions, outlook?.nextReadingDay, jobs]);
}

/** Who is still signed in: so many days after they came, and after they last did anything. */
const signedInUnder = (rules: Rules, ages: readonly (readonly number[])[]): string =>
  ages
    .map(([began, idle]) => {
      const now = 200 * MS_PER_DAY;
      const usedAt = now - idle! * MS_PER_DAY;
      const beganAt = Math.min(usedAt, now - began! * MS_PER_DAY);
      return isSessionOver({ beganAt, usedAt }, now, rules);
    })
    .join();

function procedureUnder(rules: Rules, id: ProcedureId, more: Partial<BatteryContext> = {}) {
  const { facts, now } = standing();
  return JSON.stringify(
    stepsFor(
      PROCEDURES[id],
      plainContext('flooded', now, {
        wholeCleanedYearsAgo: 2.5,
        maintained: true,
        rules,
        facts,
        ...more,
      }),
    ),
  );
}

const holding = { negativeOn: false, readings: [reading('2027-01-11', 12.62)] };
const old = { facts: { fittedYear: 2022 }, state: holding };
const low = (volts: number) => ({
  negativeOn: false,
  readings: [reading('2027-01-11', volts)],
  lastFullAt: null,
  charges: [],
});
const full = (day: string) => ({
  negativeOn: false,
  readings: [reading('2027-01-11', 12.64)],
  lastFullAt: at(day),
  charges: [{ from: at(day), to: at(day), full: true }],
});
const held = (levelsDay: string) => ({
  maintainerSince: at('2026-11-02'),
  lamp: { state: 'holding' as const, at: at('2027-01-11') },
  levels: { at: at(levelsDay), cells: ['mark' as const] },
});

/** A battery found flat and charged: what that has cost, beside a new one. */
function recoveryUnder(rules: Rules): string {
  const { facts, state, now } = standing({
    state: {
      readings: [reading('2027-01-11', 11.6)],
      inspection: { at: at('2027-01-12'), seen: { answers: {}, levels: null, note: '' } },
      recovery: {
        at: at('2027-01-11'),
        why: 'flat',
        thawedAt: null,
        reconditionedAt: null,
        loadTest: null,
      },
      charges: [{ from: at('2027-01-12'), to: at('2027-01-13'), full: true, ampHours: 58 }],
    },
  });
  const { spent, newPrice } = recoveryOf({
    ...facts,
    state,
    coldCrankingAmps: 500,
    celsius: 12,
    ice: null,
    rules,
    now,
  })!;
  return JSON.stringify([spent.money.toFixed(2), newPrice]);
}

/** What each plan costs a flat battery in a hard frost, its tracker silent where it is off. */
function adviceUnder(rules: Rules): string {
  const where = context({
    celsius: -20,
    vehicle: { tracker: true },
    standing: {
      rules,
      state: { lastFullAt: null, charges: [], readings: [reading('2027-01-14', 11.9)] },
    },
  });
  return advise(where, 40)
    .runs.map(({ total }) => total.toFixed(3))
    .join(' ');
}

/** A hundred batteries planned for some weeks. */
function seasonUnder({ roundMinutes, planRiskPct, ...rules }: Rules): string {
  const season = seasonOfChance(4, { batteries: 120, chargers: 24, weeks: 9, weekdays: ['mon'] });
  const solution = firstPlan(
    problemOf({
      ...season,
      ...pricesOf(rules),
      rounds: { ...season.rounds, minutes: roundMinutes },
      risk: planRiskPct / 100,
    }),
  );
  return JSON.stringify(writePlan(solution, null).rounds);
}

/**
 * For each rule, a case in which its schools disagree: what is said or ordered under each of
 * them must differ. A rule without a case here fails the test.
 */
const CASES: { readonly [K in ChoiceRule]: (rules: Rules) => string } = {
  startSurePct: (rules) => {
    const kept = standing({ rules });
    const chance = (value: number) => ({ value, low: value, high: value });
    const start = startForecast(kept, chargeForecastOf(kept), toDay('2027-02-01'))!;
    return [0.85, 0.92, 0.97]
      .map((value) => startWorry({ ...start, chance: chance(value) }, kept) !== null)
      .join();
  },
  lastFullDays: (rules) => {
    const back = (full: string) => {
      const kept = standing({ rules, state: { lastFullAt: at(full) } });
      const outlook = chargeForecastOf(kept);
      const battery = { id: 'b', label: 'B', standing: kept, outlook };
      const walk = walkBack(
        [{ ...battery, context: contextOf(kept, outlook) }],
        toDay('2027-01-14'),
      )!;
      return walk.stages.find(({ id }) => id === 'charge')!.state;
    };
    return ['2027-01-12', '2027-01-08', '2027-01-02'].map(back).join();
  },
  chargingVolts: (rules) =>
    [14.7, 14.9]
      .map(
        (idleVolts) =>
          chargingAnswer(standing({ rules }), {
            idleVolts,
            raisedVolts: idleVolts,
            loadedVolts: null,
            rippleVolts: null,
            restVolts: null,
          }).found,
      )
      .join(),
  loadTestBefore: (rules) => {
    const kept = standing({
      rules,
      collectDay: toDay('2027-02-01'),
      facts: { fittedYear: 2021 },
      state: { lastFullAt: at('2027-01-10'), readings: [reading('2027-01-12', 12.7)] },
    });
    return String(loadTestDue(kept, chargeForecastOf(kept), true));
  },
  chargingDropVolts: (rules) =>
    [0.25, 0.4]
      .map(
        (volts) =>
          dropsAnswer(standing({ rules }), { drops: { 'charging-live': volts }, amps: null }).worst,
      )
      .join(),
  roundMinutes: (rules) => seasonUnder(rules),
  planRiskPct: (rules) => seasonUnder(rules),
  planAim: (rules) => seasonUnder(rules),
  shiftEndHour: (rules) =>
    // Begun at nine: done at half past eleven, at three, at seven in the evening.
    JSON.stringify(
      [2.5, 6, 10].map(
        (hours) =>
          doneBefore(standing().now + hours * 3_600_000, standing().now, rules, standing().timeZone)
            .beforeShiftEnd,
      ),
    ),
  clearSkyPct: (rules) => {
    const camper = context({
      standing: { rules },
      vehicle: { solarPanel: true, panelWatts: 40 },
      hallKind: 'outdoors',
      latitude: 54,
    });
    return concernsOf(STORAGE_PLANS.solar, camper).join();
  },
  moneyPerKwh: (rules) => recoveryUnder(rules),
  moneyPerHour: (rules) => recoveryUnder(rules),
  moneyPerAh: (rules) => recoveryUnder(rules),
  moneyPerChargerDay: (rules) => adviceUnder(rules),
  moneyNotReady: (rules) => adviceUnder(rules),
  moneyPerConcern: (rules) => adviceUnder(rules),
  lifeSulfation: (rules) => adviceUnder(rules),
  lifeFreezing: (rules) => adviceUnder(rules),
  lifeHeat: (rules) => adviceUnder(rules),
  lifeCycles: (rules) => adviceUnder(rules),
  restHours: (rules) =>
    JSON.stringify(
      [6, 16].map((restedHours) => {
        const { verdict } = judgeReading(standing({ rules, state: holding }), {
          volts: 12.62,
          restedHours,
        });
        return verdict.kind === 'unsettled';
      }),
    ),
  // Off its vehicle, read twice, and as it should be.
  readBy: (rules) =>
    verdictUnder(rules, {
      state: {
        negativeOn: false,
        readings: [reading('2026-12-28', 12.75), reading('2027-01-11', 12.74)],
      },
    }),
  readingDays: (rules) => verdictUnder(rules, { state: holding }),
  lampDays: (rules) =>
    ['2027-01-11', '2027-01-04', '2026-12-28']
      .map((day) => {
        const lamp = { state: 'holding' as const, at: at(day) };
        return verdictUnder(rules, { state: { ...held('2027-01-01'), lamp } });
      })
      .join(),
  leaveAlone: (rules) =>
    verdictUnder(rules, { state: holding }) +
    verdictUnder(rules, { state: { ...holding, readings: [reading('2027-01-11', 12.5)] } }),
  // In a house that reads old ones oftener.
  oldYears: (rules) =>
    [2023, 2022, 2021]
      .map((fittedYear) =>
        verdictUnder({ ...rules, oldReadingDays: 21 }, { ...old, facts: { fittedYear } }),
      )
      .join(),
  oldReadingDays: (rules) => verdictUnder(rules, { ...old, facts: { fittedYear: null } }),
  // Of a battery that loses much, standing asks for it sooner than the calendar.
  fullChargeBy: (rules) =>
    verdictUnder(rules, {
      state: { ...full('2027-01-10'), readings: [], negativeOn: true, drawMa: 7 },
    }),
  fullChargeDays: (rules) => verdictUnder(rules, { state: full('2026-11-20') }),
  agmFullChargeDays: (rules) =>
    verdictUnder(rules, {
      facts: { chemistry: 'agm' },
      state: { ...full('2026-12-20'), readings: [reading('2027-01-11', 12.82)] },
    }),
  lithiumStorePct: (rules) => {
    const at15 = (volts: number) =>
      verdictUnder(rules, {
        facts: { chemistry: 'lfp', cells: 4, nominalVolts: 12.8 },
        state: { negativeOn: false, readings: [reading('2027-01-11', volts)], lastFullAt: null },
      });
    return [13.3, 13.36, 13.5].map(at15).join();
  },
  drawLimitMa: (rules) =>
    verdictUnder(rules, { state: { ...holding, negativeOn: true, drawMa: 70 } }),
  smallDrawLimitMa: (rules) =>
    [3, 7]
      .map((drawMa) =>
        verdictUnder(rules, {
          vehicleKind: 'motorcycle',
          state: { ...holding, negativeOn: true, drawMa },
        }),
      )
      .join(),
  drawTest: (rules) => {
    const falling = [
      reading('2026-12-24', 12.62),
      reading('2027-01-02', 12.45),
      reading('2027-01-11', 12.28),
    ];
    return [
      verdictUnder(rules, { state: { drawMa: null, readings: [reading('2027-01-11', 12.6)] } }),
      verdictUnder(rules, { state: { drawMa: 5, drawAt: at('2026-11-02'), readings: falling } }),
    ].join();
  },
  levelsMaintainedDays: (rules) =>
    ['2026-12-10', '2026-11-05', '2026-07-01']
      .map((day) => verdictUnder(rules, { state: held(day) }))
      .join(),
  levelsDays: (rules) =>
    ['2026-12-10', '2026-07-01', '2026-01-01']
      .map((day) =>
        verdictUnder(rules, {
          state: { ...holding, levels: { at: at(day), cells: ['mark'] } },
        }),
      )
      .join(),
  terminalsDays: (rules) =>
    verdictUnder(rules, {
      state: {
        ...holding,
        inspection: {
          at: at('2026-11-02'),
          seen: { answers: { posts: 'growth' }, levels: null, note: '' },
        },
        cleanedAt: at('2026-11-05'),
      },
    }),
  wholeCleanYears: (rules) => procedureUnder(rules, 'clean'),
  cleaner: (rules) => procedureUnder(rules, 'clean'),
  floatVolts: (rules) => procedureUnder(rules, 'hook-up'),
  negativeClamp: (rules) => procedureUnder(rules, 'hook-up', { out: true }),
  cablesOnCharge: (rules) => procedureUnder(rules, 'hook-up'),
  capsOnCharge: (rules) => procedureUnder(rules, 'hook-up'),
  recondition: (rules) => verdictUnder(rules, { state: low(11.94) }),
  maintainerCycle: (rules) => verdictUnder(rules, { state: held('2027-01-01') }),
  insulation: (rules) => verdictUnder(rules, { state: low(11.88) }),
  floor: (rules) => procedureUnder(rules, 'take-out'),
  signedInIdleHours: (rules) =>
    signedInUnder(
      rules,
      [10, 60, 200].map((hours) => [1, hours / 24]),
    ),
  lockAfterMinutes: (rules) =>
    [3, 10, 60, 200].map((age) => isIdle({ usedAt: 0 }, age * 60_000, rules)).join(),
  deviceTokenDays: ({ deviceTokenDays }) =>
    [60, 300, 800].map((age) => age > deviceTokenDays).join(),
  signedInMostDays: (rules) =>
    signedInUnder(
      rules,
      [5, 20, 60].map((days) => [days, 0]),
    ),
  outletReachMetres: (rules) =>
    [4, 9]
      .map((outletMetres) =>
        obstaclesTo(STORAGE_PLANS['maintained-connected'], {
          standing: standing({ rules }),
          vehicle: PLAIN_VEHICLE,
          details: { ...usualDetails('flooded'), outletMetres },
          hallKind: 'unheated',
          latitude: null,
          bench: { hallId: 'h', name: 'h', temperatures: standing().temperatures },
        }).join(),
      )
      .join(';'),
};

describe('every school of every rule', () => {
  it.each(CHOICE_RULES)('%s can be set, and something is judged otherwise', (rule) => {
    const card = RULE_CARDS[rule];
    expect(card.schools.length).toBeGreaterThan(1);
    expect(card.schools.map((school) => school.value as unknown)).toContain(DEFAULT_RULES[rule]);
    const judged = card.schools.map((school) => {
      const patch = RulePatch.parse({ [rule]: school.value });
      const rules = applyPatch(DEFAULT_RULES, patch);
      expect(rules[rule]).toBe(school.value);
      expect(schoolLabel(rule, school.value)).toBe(school.label);
      return CASES[rule](rules);
    });
    expect(new Set(judged).size).toBe(card.schools.length);
  });

  it.each(LINE_SCHOOLS)('the line at $label', ({ value }) => {
    const socPct = Math.round(
      socOfVolts({ chemistry: 'flooded', cells: 6, scale: 'published', volts: value, celsius: 25 }),
    );
    const rules = applyPatch(DEFAULT_RULES, { lineSocPct: { flooded: socPct } });
    // Laid up the day before: nothing but the reading speaks for or against it.
    const laidUpAt = at('2027-01-13');
    const over = standing({
      rules,
      laidUpAt,
      state: { readings: [reading('2027-01-14', value + 0.06)], lastFullAt: null, charges: [] },
    });
    const under = standing({
      rules,
      laidUpAt,
      state: { readings: [reading('2027-01-14', value - 0.06)], lastFullAt: null, charges: [] },
    });
    expect(chargeForecastOf(over)!.reserve.value).toBeGreaterThan(0);
    expect(judge(under).kind).toBe('recharge-now');
  });

  it.each(CHEMISTRY_IDS)('the voltage scales of %s read one voltage differently', (id) => {
    const { scales } = CHEMISTRIES[id];
    const cells = id === 'lfp' ? 4 : 6;
    const volts = id === 'lfp' ? 13.2 : 12.4;
    const read = scales.map((scale) => {
      const rules = applyPatch(DEFAULT_RULES, { scale: { [id]: scale } });
      return verdictUnder(rules, {
        facts: { chemistry: id, cells },
        state: { readings: [reading('2027-01-14', volts)], lastFullAt: null, charges: [] },
      });
    });
    expect(new Set(read).size).toBe(scales.length);
  });

  it.each(CHEMISTRY_IDS)('the absorption volts of %s stand in the procedure', (id) => {
    const facts = { ...standing().facts, chemistry: id, cells: id === 'lfp' ? 4 : 6 };
    const rules = applyPatch(DEFAULT_RULES, { absorptionVolts: { [id]: 14.3 } });
    expect(procedureUnder(rules, 'hook-up', { facts })).toMatch(/14\.30 V/);
    expect(procedureUnder(DEFAULT_RULES, 'hook-up', { facts })).not.toMatch(/14\.30 V/);
  });

  it('the days of the round move the dates', () => {
    const dates = (['mon', 'wed'] as const).map((day) =>
      verdictUnder(applyPatch(DEFAULT_RULES, { roundWeekdays: [day] }), {
        state: { readings: [reading('2027-01-11', 12.5)] },
      }),
    );
    expect(dates[0]).not.toBe(dates[1]);
  });
});

describe('a rule that cannot be', () => {
  it.each([
    [{ absorptionVolts: { gel: 14.8 } }, /over 14\.4 V, gel: it dries out/],
    [{ lineSocPct: { agm: 4 } }, /10 %/],
    [{ restHours: 0 }, /./],
    [{ cleaner: 'vinegar' }, /./],
  ])('%j is refused', (patch, reason) => {
    const parsed = RulePatch.safeParse(patch);
    expect(parsed.success).toBe(false);
    expect(parsed.error!.issues[0]!.message).toMatch(reason);
  });
});

it('a change is said in the words of its card', () => {
  const words = patchWords({
    restHours: 12,
    levelsDays: null,
    lineSocPct: { agm: 70 },
    absorptionVolts: { gel: 14.2 },
    roundWeekdays: ['tue'],
    clock: '12h',
  });
  expect(words).toEqual([
    'Rest before a reading counts: 12 h',
    'Levels of the others: Lay-up and hand-back',
    'Recharge line, AGM: 70 %',
    'Absorption, Gel: 14.20 V',
    'Days of the round: tue',
    'Clock: 12h',
  ]);
  expect(schoolLabel('readingDays', 17)).toBe('17 days');
});

it('today of the fixture is what the cases assume', () => {
  expect(toDay('2027-01-14')).toBe(Math.floor(standing().now / 86_400_000));
});
