import fc from 'fast-check';
import { shortDay, toDay } from '../day';
import { isRound, roundOnOrAfter } from '../rules/rounds';
import { spreadWork, type HandWork } from './hand-work';

const rounds = { roundWeekdays: ['mon' as const, 'thu' as const] };
const rules = { roundWeekdays: ['mon', 'thu'] as const, roundMinutes: 150 };
const monday = toDay('2027-01-11');
const far = monday + 200;
const test = (battery: string, more: Partial<HandWork> = {}): HandWork => ({
  battery,
  job: 'drawTest',
  urgent: false,
  minutes: 14,
  from: monday,
  until: far,
  ...more,
});
const spread = (...work: HandWork[]) =>
  spreadWork(work, { ...rules, roundWeekdays: [...rules.roundWeekdays] });

describe('work that waits for its turn', () => {
  it('fills a fifth of each round, in the order of walking', () => {
    const days = spread(test('a'), test('b'), test('c'), test('d'), test('e'));
    expect(days.map(({ battery, day }) => `${battery} ${shortDay(day)}`)).toEqual([
      'a Mon 11 Jan',
      'b Mon 11 Jan',
      'c Thu 14 Jan',
      'd Thu 14 Jan',
      'e Mon 18 Jan',
    ]);
  });

  it('what came up while the round is walked waits for the next one', () => {
    const days = spread(test('a', { from: monday + 1 }), test('b')).map(({ day }) => day);
    expect(days).toEqual([monday + 3, monday]);
    expect(spread(test('c', { from: monday + 1, until: monday + 2 }))).toEqual([]);
  });

  it('what is in doubt comes first', () => {
    const [first] = spread(test('a'), test('b'), test('c', { urgent: true }));
    expect(first).toMatchObject({ battery: 'c', day: monday });
  });

  it('comes before its last day, however full the rounds are', () => {
    const work = [test('a'), test('b'), test('c', { until: monday + 2 })];
    expect(spread(...work)[2]).toMatchObject({ battery: 'c', day: monday });
    expect(spread(test('gone', { until: monday - 1 }))).toEqual([]);
  });

  it('one longer than the share has a round of its own', () => {
    const long = { minutes: 70 };
    const days = spread(test('a', long), test('b', long)).map(({ day }) => day);
    expect(days).toEqual([monday, monday + 3]);
  });

  it('loses nothing that has a round, and only rounds are used', () => {
    const some = fc.array(
      fc.record({
        urgent: fc.boolean(),
        minutes: fc.integer({ min: 1, max: 60 }),
        from: fc.integer({ min: 0, max: 10 }),
        until: fc.integer({ min: 0, max: 120 }),
      }),
      { maxLength: 40 },
    );
    fc.assert(
      fc.property(some, (list) => {
        const work = list.map((one, i) =>
          test(`b${i}`, { ...one, from: monday + one.from, until: monday + one.until }),
        );
        const done = new Map(spread(...work).map(({ battery, day }) => [battery, day]));
        for (const { battery, from, until } of work) {
          const day = done.get(battery);
          if (day === undefined) expect(roundOnOrAfter(rounds, from)).toBeGreaterThan(until);
          else {
            expect(isRound(rounds, day)).toBe(true);
            expect(day).toBeGreaterThanOrEqual(from);
            expect(day).toBeLessThanOrEqual(until);
          }
        }
      }),
    );
  });
});
