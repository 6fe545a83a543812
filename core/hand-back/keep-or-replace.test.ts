import fc from 'fast-check';
import { lifeLeft } from '../battery/life';
import { DEFAULT_RULES } from '../rules/rules';
import { at, reading, standing } from '../record/record.fixture';
import { keepOrReplace, waysWith, yearsWords, type KeepQuestion } from './keep-or-replace';

const ask = (more: Partial<KeepQuestion> = {}) =>
  waysWith({
    chemistry: 'flooded',
    capacityAh: 60,
    capsOpen: true,
    ageYears: 3,
    health: { value: 0.92, low: 0.85, high: 0.99 },
    isBuried: false,
    condemned: null,
    shown: null,
    isConfirmed: true,
    rules: DEFAULT_RULES,
    ...more,
  });
const health = (value: number) => ({ value, low: 0.9 * value, high: 1.1 * value });

describe('the life that is left', () => {
  // Common practice: open caps about five years, with care five to six.
  it('is some six years for a new one, and over when it is weak', () => {
    const fresh = lifeLeft(0, health(1)).years;
    expect(fresh.value).toBeGreaterThan(5);
    expect(fresh.value).toBeLessThan(7.5);
    expect(lifeLeft(5, health(0.69)).years.value).toBe(0);
    // Sealed ones live three to four years (common practice).
    expect(lifeLeft(0, health(1), 3.5).years.value).toBeLessThan(fresh.value);
  });

  it('is longer for a better one, and less for an older one', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.4, max: 1.1, noNaN: true }),
        fc.double({ min: 0, max: 0.3, noNaN: true }),
        fc.double({ min: 0, max: 12, noNaN: true }),
        (share, more, age) => {
          const worse = lifeLeft(age, health(share));
          const better = lifeLeft(age, health(share + more));
          expect(better.years.value).toBeGreaterThanOrEqual(worse.years.value - 1e-6);
          expect(better.nextSeason).toBeGreaterThanOrEqual(worse.nextSeason - 1e-6);
          expect(worse.years.low).toBeLessThanOrEqual(worse.years.value + 1e-6);
          expect(worse.years.high).toBeGreaterThanOrEqual(worse.years.value - 1e-6);
        },
      ),
    );
  });
});

describe('keep or replace', () => {
  it('keeps a good one, tests a doubtful one first, and replaces a weak one', () => {
    expect(ask().advice).toBe('keep');
    expect(ask({ ageYears: 5, health: health(0.78) }).advice).toBe('test-first');
    const weak = ask({ ageYears: 6, health: health(0.6) });
    expect(weak.advice).toBe('replace');
    // Common practice: clean the clamps and test the charging before a battery is condemned.
    expect(weak.why.join(' ')).toMatch(/Clean its clamps and test the charging first: do not rush/);
  });

  // Common practice: a buried one makes the dearer class the cheaper one.
  it('reckons labour: what is dearer at the counter may be cheaper a year', () => {
    const perYear = (isBuried: boolean, way: string) =>
      ask({ isBuried, capsOpen: false }).ways.find((one) => one.way === way)!.perYear;
    const gain = (isBuried: boolean) => perYear(isBuried, 'same') - perYear(isBuried, 'dearer');
    expect(gain(true)).toBeGreaterThan(gain(false));
  });

  it('never offers to keep one that is condemned, nor a cheaper class than it has', () => {
    const cracked = ask({ condemned: 'its case is cracked' });
    expect(cracked.ways.map(({ way }) => way)).toEqual(['same', 'dearer', 'larger']);
    expect(cracked.advice).toBe('replace');
    for (const { chemistry } of ask({ chemistry: 'agm', capsOpen: false }).ways) {
      expect(chemistry).toBe('agm');
    }
  });

  it('is asked of a record: a leisure battery by what it holds, a starter by its power', () => {
    const old = { facts: { fittedYear: 2014 } };
    const starter = keepOrReplace(standing({ ...old, state: { role: 'starter' } }));
    const fresh = keepOrReplace(standing({ state: { role: 'starter' } }));
    expect(starter.health.value).toBeLessThan(fresh.health.value);
    const spent = keepOrReplace(
      standing({
        state: { recovered: { at: at('2027-01-10'), verdict: 'replace', why: 'it sags.' } },
      }),
    );
    expect(spent.advice).toBe('replace');
    expect(spent.why[0]).toMatch(/did not come back/);
  });

  it('tests first what its readings make likely, and replaces what they make nearly certain', () => {
    const shown = (chance: number) => ask({ shown: { kind: 'will-not-come-up', chance } });
    const likely = shown(0.6);
    expect(likely.advice).toBe('test-first');
    expect(likely.why.join(' ')).toMatch(/does not come up to full any more \(about six in ten\)/);
    expect(likely.why.join(' ')).toMatch(/let it rest a day, read, then load test it/);
    expect(shown(0.97).advice).toBe('replace');
    // Nothing else says so: it is confirmed first.
    const alone = ask({ shown: { kind: 'will-not-come-up', chance: 0.97 }, isConfirmed: false });
    expect(alone.advice).toBe('test-first');
    expect(alone.why.join(' ')).toMatch(/second full charge, on another charger/);
    fc.assert(
      fc.property(fc.double({ min: 0.4, max: 0.98, noNaN: true }), (chance) => {
        const less = shown(chance);
        const more = shown(chance + 0.02);
        expect(more.left.nextSeason).toBeLessThanOrEqual(less.left.nextSeason);
        expect(less.left.nextSeason).toBeLessThanOrEqual(ask().left.nextSeason);
      }),
    );
  });

  // Charged in full, rested, and back at half a volt too little within days: a cell.
  const sinking = {
    facts: { fittedYear: 2025 },
    state: {
      role: 'starter' as const,
      negativeOn: false,
      connections: [{ at: at('2026-11-01'), on: false }],
      readings: [
        reading('2026-12-22', 12.7),
        reading('2026-12-30', 12.52),
        reading('2027-01-06', 12.35),
        reading('2027-01-13', 12.15),
      ],
    },
  };

  it('hears a cell that fails in the readings, and a load test that it passes against it', () => {
    const told = keepOrReplace(standing(sinking));
    expect(told.why.join(' ')).toMatch(/loses faster than is explained by itself/);
    // All of it after one charge, by one meter: it is looked at once more before it is bought anew.
    expect(told).toMatchObject({ advice: 'test-first' });
    const spread = {
      gravities: [1.26, 1.26, 1.19, 1.26, 1.26, 1.26],
      celsius: 15,
      at: at('2027-01-13'),
    };
    const found = standing({ ...sinking, state: { ...sinking.state, hydrometer: spread } });
    expect(keepOrReplace(found).advice).toBe('replace');
    const tested = keepOrReplace(
      standing({
        ...sinking,
        state: {
          ...sinking.state,
          loadTests: [
            { at: at('2027-01-10'), volts: 10.6, amps: 270, celsius: 15, restVolts: 12.65 },
          ],
        },
      }),
    );
    expect(tested.left.nextSeason).toBeGreaterThan(told.left.nextSeason);
  });

  it('one full charge after which it is low is confirmed by another', () => {
    const full = (day: string) => ({ from: at(day) - 1, to: at(day), full: true });
    const low = (...days: string[]) =>
      keepOrReplace(
        standing({
          facts: { fittedYear: 2025 },
          state: {
            negativeOn: false,
            connections: [{ at: at('2026-11-01'), on: false }],
            charges: days.map(full),
            lastFullAt: at(days.at(-1)!),
            readings: days.map((day) => reading(day.replace(/..$/, '24'), 12.3)),
          },
        }),
      );
    expect(low('2026-12-21')).toMatchObject({ advice: 'test-first' });
    expect(low('2026-11-21', '2026-12-21').advice).toBe('replace');
  });

  it('says years as people do', () => {
    expect(yearsWords({ value: 0.4, low: 0, high: 0.9 })).toBe('less than a year');
    expect(yearsWords({ value: 2, low: 0.3, high: 3.9 })).toBe('up to 4 years');
    expect(yearsWords({ value: 3, low: 2.2, high: 3.7 })).toBe('2 to 4 years');
  });
});
