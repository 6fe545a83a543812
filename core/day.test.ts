import fc from 'fast-check';
import {
  clockChanges,
  dayName,
  dayOf,
  instantAt,
  knowClocks,
  parseDay,
  shortDay,
  toDay,
  wallClock,
  weekdayLong,
} from './day';

describe('calendar days', () => {
  it('names and parses every day back', () => {
    fc.assert(
      fc.property(fc.integer({ min: -20_000, max: 60_000 }), (day) => {
        expect(parseDay(dayName(day))).toBe(day);
      }),
    );
  });

  it('knows no 30 February', () => {
    expect(parseDay('2027-02-30')).toBeNull();
    expect(parseDay('2027-2-3')).toBeNull();
    expect(() => toDay('soon')).toThrow('soon is not a calendar day');
  });

  it('writes dates as the trade does', () => {
    expect(shortDay(toDay('2027-02-02'))).toBe('Tue 2 Feb');
    expect(weekdayLong(toDay('2027-01-14'))).toBe('Thursday');
    expect(shortDay(toDay('2028-01-14'), toDay('2027-01-14'))).toBe('Fri 14 Jan 2028');
  });

  // Clock changes of 2026 and 2027 as published for these zones.
  it.each([
    ['Europe/London', '2026-10-25', 25],
    ['Europe/London', '2027-03-28', 23],
    ['America/New_York', '2026-11-01', 25],
    ['America/New_York', '2027-03-14', 23],
    ['Asia/Kolkata', '2027-03-28', 24],
  ])('%s: %s has %d hours', (zone, name, hours) => {
    const day = toDay(name);
    const length = instantAt(day + 1, 0, 0, zone) - instantAt(day, 0, 0, zone);
    expect(length / 3_600_000).toBe(hours);
  });

  it('gives the day and hour that the clock on the wall shows', () => {
    const at = Date.parse('2026-10-24T23:30:00Z');
    expect(dayOf(at, 'Europe/London')).toBe(toDay('2026-10-25'));
    expect(dayOf(at, 'America/New_York')).toBe(toDay('2026-10-24'));
    expect(wallClock(Date.parse('2027-01-14T09:05:07Z'), 'Asia/Kolkata')).toEqual({
      day: toDay('2027-01-14'),
      hour: 14,
      minute: 35,
      second: 7,
    });
  });

  it('knows the hours after the clocks are put on, west of Greenwich too', () => {
    const sunday = toDay('2027-03-14');
    // Two o'clock is three: 3:20 is there, and 2:20 comes an hour later.
    expect(instantAt(sunday, 3, 20, 'America/New_York')).toBe(Date.UTC(2027, 2, 14, 7, 20));
    expect(instantAt(sunday, 2, 20, 'America/New_York')).toBe(Date.UTC(2027, 2, 14, 7, 20));
    expect(instantAt(sunday, 1, 20, 'America/New_York')).toBe(Date.UTC(2027, 2, 14, 6, 20));
  });

  it('finds its way back from any wall clock that exists', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 20_700, max: 21_000 }),
        fc.integer({ min: 3, max: 23 }),
        fc.constantFrom('Europe/London', 'America/New_York', 'Australia/Sydney', 'UTC'),
        (day, hour, zone) => {
          const wall = wallClock(instantAt(day, hour, 20, zone), zone);
          expect([wall.day, wall.hour, wall.minute]).toEqual([day, hour, 20]);
        },
      ),
    );
  });

  it('goes by clocks that it was told as by those that it looks up', () => {
    const zones = ['Europe/London', 'America/New_York', 'Asia/Kolkata', 'Africa/Casablanca', 'UTC'];
    const today = toDay('2027-01-14');
    const instants = fc.integer({ min: (today - 700) * 24, max: (today + 700) * 24 });
    const asked = fc.sample(fc.tuple(instants, fc.constantFrom(...zones)), {
      numRuns: 400,
      seed: 9,
    });
    const answers = () => asked.map(([hour, zone]) => wallClock(hour * 3_600_000 + 5, zone));
    const lookedUp = answers();
    for (const zone of zones) knowClocks(clockChanges(zone, today));
    expect(answers()).toEqual(lookedUp);
    // As published: put on in March, back in October; never in Kolkata.
    const [first, ...london] = clockChanges('Europe/London', toDay('2027-01-10')).changes;
    expect(first![1]).toBe(3_600_000);
    expect(
      london.map(([hour, ahead]) => [new Date(hour * 3_600_000).toISOString(), ahead / 3_600_000]),
    ).toEqual([
      ['2025-10-26T01:00:00.000Z', 0],
      ['2026-03-29T01:00:00.000Z', 1],
      ['2026-10-25T01:00:00.000Z', 0],
      ['2027-03-28T01:00:00.000Z', 1],
      ['2027-10-31T01:00:00.000Z', 0],
      ['2028-03-26T01:00:00.000Z', 1],
    ]);
    expect(clockChanges('Asia/Kolkata', today).changes).toHaveLength(1);
  });
});
