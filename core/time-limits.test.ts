import fc from 'fast-check';
import { dayName, toDay } from './day';
import { Line, oneLine } from './text';
import {
  DayName,
  MAX_STAY_DAYS,
  collectionProblem,
  collectionWithin,
  dateProblem,
  instantProblem,
  isWithinLimits,
  seasonProblem,
} from './time-limits';

const TODAY = toDay('2027-01-14');
const FIRST = toDay('2000-01-01');
const LAST = toDay('2099-12-31');
const inLimits = fc.integer({ min: FIRST, max: LAST });

describe('a date that somebody wrote', () => {
  it('is taken where it lies within the limits, and asked about beyond them', () => {
    fc.assert(fc.property(inLimits, (day) => expect(dateProblem(dayName(day))).toBeNull()));
    for (const name of ['1999-12-31', '2100-01-01'])
      expect(dateProblem(name)).toMatch(/^is the year/);
  });

  it('that is none is told how one is written', () => {
    for (const name of [
      '14.1.2027',
      '2027-02-30',
      '2027-1-4',
      'tomorrow',
      '',
      '2027-01-14T09:00',
    ]) {
      expect(dateProblem(name)).toBe('a date is written YYYY-MM-DD, as 2027-02-14');
      expect(DayName.safeParse(name).error!.issues[0]!.message).toBe(dateProblem(name));
    }
  });

  it('is within them to the last millisecond', () => {
    expect(instantProblem('2000-01-01T00:00:00.000Z')).toBeNull();
    expect(instantProblem('2099-12-31T23:59:59.999Z')).toBeNull();
    expect(instantProblem('1999-12-31T23:59:59.999Z')).toMatch(/1999 right/);
    expect(instantProblem('2100-01-01T00:00:00.000Z')).toMatch(/2100 right/);
    expect(isWithinLimits(NaN)).toBe(false);
  });
});

describe('a day of collection', () => {
  it('may be today, and three years off, and nothing before or beyond', () => {
    expect(collectionProblem(TODAY, TODAY)).toBeNull();
    expect(collectionProblem(TODAY + MAX_STAY_DAYS, TODAY)).toBeNull();
    expect(collectionProblem(TODAY - 1, TODAY)).toMatch(/is past/);
    const far = collectionProblem(TODAY + MAX_STAY_DAYS + 1, TODAY);
    // What it asks for instead would be taken.
    const instead = /before (\d{4}-\d\d-\d\d)/.exec(far!)![1]!;
    expect(collectionProblem(toDay(instead), TODAY)).toBeNull();
  });

  it('is reckoned to no further than that, and else to itself', () => {
    fc.assert(
      fc.property(inLimits, inLimits, (on, today) => {
        const within = collectionWithin(on, today);
        expect(within).toBeLessThanOrEqual(today + MAX_STAY_DAYS);
        if (on <= today + MAX_STAY_DAYS) expect(within).toBe(on);
      }),
    );
  });
});

describe('a season', () => {
  it('ends after it starts, is three years long at most, and begins within three years', () => {
    expect(seasonProblem(TODAY, TODAY + 180, TODAY)).toBeNull();
    expect(seasonProblem(TODAY, TODAY, TODAY)).toMatch(/ends after it starts/);
    expect(seasonProblem(TODAY, TODAY + MAX_STAY_DAYS + 1, TODAY)).toMatch(/no longer than/);
    const far = TODAY + MAX_STAY_DAYS + 1;
    expect(seasonProblem(far, far + 100, TODAY)).toMatch(/within three years of today/);
    // Held only against each other, two days may lie anywhere.
    expect(seasonProblem(far, far + 100, null)).toBeNull();
  });
});

describe('a line', () => {
  it('is one line, whatever was pasted into it', () => {
    expect(oneLine('  two\r\nlines\tand\u2028a third ')).toBe('two lines and a third');
    fc.assert(
      fc.property(fc.string({ unit: 'binary' }), (text) => {
        const line = oneLine(text);
        expect(line).not.toMatch(/[\p{Cc}\u2028\u2029]/u);
        expect(oneLine(line)).toBe(line);
      }),
    );
  });

  it('is measured as it will stand, and says what it misses', () => {
    const Name = Line(1, 5, () => 'give it a name');
    const problem = (text: string) => Name.safeParse(text).error?.issues[0]!.message ?? null;
    expect(Name.parse(' a\nb ')).toBe('a b');
    expect(problem(' \n ')).toBe('give it a name');
    expect(problem('abcdef')).toBe('at most 5 letters');
    expect(problem('  abcde  ')).toBeNull();
  });
});
