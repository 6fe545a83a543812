import { contextOf } from '../context/from-record';
import { blockedFromCharge } from '../gate/gate';
import { usualDetails } from '../battery/usual-details';
import { shortDay, toDay } from '../day';
import { at, reading, standing } from '../record/record.fixture';
import { chargeForecastOf } from '../assessment/charge-forecast';
import { reserveMark } from '../assessment/reserve-marks';
import { CONDEMNED } from '../assessment/reserve-marks';
import { judge } from '../assessment/judge';
import { outBeforeFrost } from '../assessment/verdict-condemned';
import { plain } from '../words/words';
import type { BatteryState } from '../logbook/state';
import { jobsToday } from '../plan/due';
import { DEFAULT_RULES } from '../rules/rules';
import { hallTemperatures } from '../site/climate';
import { findingsOf } from './findings';
import { condemnedFor, openFindings } from '../logbook/open-findings';
import {
  INSPECTION_POINTS,
  INSPECTION_POINT_IDS,
  Inspection,
  levelsProblem,
  type InspectionPointId,
  type Level,
} from './points';

const seen = (
  answers: Inspection['answers'],
  levels: readonly Level[] | null = null,
  day = '2027-01-11',
): Pick<BatteryState, 'inspection' | 'levels'> => ({
  inspection: { at: at(day), seen: { answers, levels: levels ? [...levels] : null, note: '' } },
  levels: levels ? { at: at(day), cells: levels } : null,
});
const low = { readings: [reading('2027-01-11', 12.2)], lastFullAt: null, charges: [] };
const verdictOf = (state: Partial<BatteryState>, more: Parameters<typeof standing>[0] = {}) =>
  judge(standing({ ...more, state: { ...low, ...state } }));
const jobsOf = (state: Partial<BatteryState>) => {
  const kept = standing({ state: { ...low, drawMa: 10, ...state } });
  return jobsToday(kept, chargeForecastOf(kept)).map((job) =>
    job.kind === 'procedure' ? job.procedure : job.kind,
  );
};

describe('an inspection', () => {
  it('of a sound battery finds nothing', () => {
    const answers = Object.fromEntries(
      INSPECTION_POINT_IDS.map((id) => [id, INSPECTION_POINTS[id].answers[0].value]),
    );
    expect(findingsOf({ answers, levels: Array<Level>(6).fill('mark'), note: '' })).toEqual([]);
  });

  // Common practice: an eye sees one cell, and can look good on a flat battery.
  it.each(INSPECTION_POINTS.eye.answers)('never believes an eye: $label', ({ value }) => {
    expect(findingsOf({ answers: { eye: value }, levels: null, note: '' })).toEqual([]);
  });

  it('asks for a vent tube and an eye only where there are some', () => {
    const plainOne = usualDetails('agm');
    const has = (id: InspectionPointId, details = plainOne) =>
      INSPECTION_POINTS[id].has(details, 'car');
    expect([has('vent'), has('eye'), has('case')]).toEqual([false, false, true]);
    expect(has('vent', { ...plainOne, ventTube: true })).toBe(true);
    expect(has('belt')).toBe(true);
    expect(INSPECTION_POINTS.belt.has(plainOne, 'caravan')).toBe(false);
  });

  it('takes only answers that exist', () => {
    const good = { answers: { case: 'damp' }, levels: null, note: '' };
    expect(Inspection.safeParse(good).success).toBe(true);
    const bad = Inspection.safeParse({ ...good, answers: { case: 'wet' } });
    expect(bad.error!.issues[0]!.message).toMatch(/wet is not one of sound, damp/);
    expect(Inspection.safeParse({ ...good, answers: { paint: 'red' } }).success).toBe(false);
  });

  it('wants one level for each cell', () => {
    expect(levelsProblem(Array<Level>(6).fill('mark'), 3)).toMatch(/6 levels .* 3 cells/);
    expect(levelsProblem(['mark'], 6)).toMatch(/1 level was given/);
    expect(levelsProblem(Array<Level>(6).fill('mark'), 6)).toBeNull();
    expect(levelsProblem(null, 6)).toBeNull();
  });
});

describe('a condemned battery', () => {
  it.each([
    ['cracked', { case: 'cracked' }],
    ['leaking', { case: 'leaking' }],
    ['swollen', { walls: 'swollen' }],
  ])('that is %s is never charged, however low it is', (_, answers) => {
    const state = seen(answers);
    expect(verdictOf({}).kind).toBe('recharge-now');
    const verdict = verdictOf(state);
    expect(verdict.kind).toBe('condemned');
    expect(verdict.headline).toMatch(/never charge/);
    expect(verdict.cautions.join(' ')).toMatch(/Not to be charged/);
    expect(jobsOf(state)).toEqual(['replace']);
    const outlook = chargeForecastOf(standing({ state: { ...low, ...state } }))!;
    expect(outlook.rechargeDay).toBeNull();
    expect(reserveMark(outlook)).toBe(CONDEMNED);
    expect(blockedFromCharge(contextOf(standing({ state }), null))[0]?.code).toBe('condemned');
  });

  it('has to be out of the hall the day before the first frost', () => {
    // Warm days, then a frost of 2 °C on 20 January.
    const first = toDay('2026-11-01');
    const frost = toDay('2027-01-20');
    const recorded = Array.from({ length: frost - first + 1 }, (_, i) => ({
      day: first + i,
      mean: 6,
      min: first + i === frost ? -2 : 3,
    }));
    const temperatures = hallTemperatures(
      { kind: 'outdoors', setpointCelsius: null },
      { meanCelsius: Array<number>(12).fill(9), coldNightCelsius: Array<number>(12).fill(4) },
      recorded,
      first,
      toDay('2028-02-01'),
    );
    const kept = standing({ temperatures, state: { ...low, ...seen({ walls: 'swollen' }) } });
    expect(shortDay(outBeforeFrost(kept)!)).toBe('Tue 19 Jan');
    expect(judge(kept).why.map(plain).join(' ')).toMatch(/Out of Dye House by Tue 19 Jan/);
  });

  it('has no day where it never freezes, and goes all the same', () => {
    const temperatures = hallTemperatures(
      { kind: 'heated', setpointCelsius: 12 },
      { meanCelsius: Array<number>(12).fill(9), coldNightCelsius: Array<number>(12).fill(4) },
      [],
      toDay('2026-11-01'),
      toDay('2028-02-01'),
    );
    const kept = standing({ temperatures, state: seen({ case: 'leaking' }) });
    expect(outBeforeFrost(kept)).toBeNull();
    expect(judge(kept).why.map(plain).join(' ')).toMatch(/take it out all the same/);
  });

  it('is well again only when a later inspection says so', () => {
    expect(condemnedFor({ ...standing().state, ...seen({ case: 'sound' }) })).toBeNull();
  });
});

describe('what else is seen', () => {
  it('visible plates order water before a charge', () => {
    const state = seen({}, ['mark', 'plates', 'low', 'mark', 'mark', 'mark']);
    expect(jobsOf(state)).toContain('top-up');
    expect(jobsOf(state)).not.toContain('recharge');
    expect(verdictOf(state).headline).toBe('Water first, then recharge');
    // Covered, it is charged.
    const covered = {
      ...state,
      levels: { at: at('2027-01-12'), cells: Array<Level>(6).fill('low') },
    };
    expect(jobsOf(covered)).toContain('recharge');
    expect(verdictOf(covered).headline).toBe('Recharge today');
  });

  it('a low level is topped up only after a charge', () => {
    const state = seen({}, Array<Level>(6).fill('low'));
    expect(jobsOf(state)).not.toContain('top-up');
    const charges = [{ from: at('2027-01-11'), to: at('2027-01-13'), full: true }];
    expect(jobsOf({ ...state, charges, lastFullAt: at('2027-01-13') })).toContain('top-up');
  });

  it('a damp case or a crust in the tray asks for a second look', () => {
    for (const answers of [{ case: 'damp' }, { tray: 'acid' }]) {
      expect(jobsOf(seen(answers))).toContain('inspect');
    }
    expect(jobsOf(seen({ case: 'sound' }))).not.toContain('inspect');
  });

  it('a blocked vent tube is freed before a charge', () => {
    const state = seen({ vent: 'blocked' });
    expect(jobsOf(state)).toContain('inspect');
    expect(jobsOf(state)).not.toContain('recharge');
    expect(verdictOf(state).headline).toBe('Mend it first, then recharge');
  });

  it('growth is cleaned, and then it is settled', () => {
    const state = seen({ posts: 'growth' });
    expect(jobsOf(state)).toContain('clean');
    const cleaned = { ...standing().state, ...state, cleanedAt: at('2027-01-12') };
    expect(openFindings(cleaned)).toEqual([]);
  });

  it('a worn belt is the owner’s: it changes no date', () => {
    expect(jobsOf(seen({ belt: 'worn' }))).toEqual(jobsOf({}));
  });

  it('age tightens the readings where the house says so, and an unknown one counts as old', () => {
    const days = (fittedYear: number | null, oldReadingDays = 21) => {
      const kept = standing({
        facts: { fittedYear },
        rules: { ...DEFAULT_RULES, oldReadingDays },
        state: { negativeOn: false, readings: [reading('2027-01-11', 12.62)] },
      });
      return chargeForecastOf(kept)!.nextReadingDay - toDay('2027-01-11');
    };
    expect(days(2025)).toBe(30);
    expect(days(2019)).toBe(21);
    expect(days(null)).toBe(21);
    expect(days(2019, DEFAULT_RULES.oldReadingDays)).toBe(30);
  });
});
