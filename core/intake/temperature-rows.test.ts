import fc from 'fast-check';
import { dayName, partsOf, toDay } from '../day';
import { asWritten, daysOfRows, guessColumns, hasDatesInDoubt } from './temperature-rows';

describe('a logger’s file', () => {
  const rows = (text: string) => text.split('\n').map((line) => line.split(','));

  it('is understood by its heading, and put together day by day', () => {
    const file = rows(
      'Time,Temp °C\n2027-01-14 06:00,-3.5\n2027-01-14 14:00,0.5\n2027-01-15 06:00,-6',
    );
    const columns = guessColumns(file);
    expect(columns).toEqual({
      ...{ when: 0, celsius: 1, low: null, heading: 1 },
      ...{ degrees: 'celsius', dateOrder: null },
    });
    const read = daysOfRows(file, columns);
    expect(read).toEqual({
      ok: true,
      rows: 3,
      days: [
        { day: toDay('2027-01-14'), mean: -1.5, min: -3.5 },
        { day: toDay('2027-01-15'), mean: -6, min: -6 },
      ],
    });
  });

  it('may have other columns, another unit, another way of writing a date', () => {
    const file = rows('no,Datum,Tmin °F,Temp °F\n1,14.01.2027,14,32');
    expect(guessColumns(file)).toMatchObject({
      when: 1,
      low: 2,
      celsius: 3,
      degrees: 'fahrenheit',
    });
    expect(daysOfRows(file, guessColumns(file))).toMatchObject({
      days: [{ day: toDay('2027-01-14'), mean: 0, min: -10 }],
    });
    const bare = rows('2027-01-14,1.5\n2027-01-15,2.5');
    expect(guessColumns(bare)).toMatchObject({ heading: 0, when: 0, celsius: 1 });
  });

  it.each([
    ['when,celsius\nyesterday,2', /Line 2: “yesterday” is no date/],
    ['when,celsius\n2027-02-30,2', /Line 2: “2027-02-30” is no date/],
    ['when,celsius\n2027-01-14,cold', /Line 2: “cold” is no temperature/],
    ['when,celsius\n2027-01-14,451', /other unit/],
    ['when,celsius', /No day/],
  ])('%j is refused by its line', (text, reason) => {
    const read = daysOfRows(rows(text), { ...guessColumns(rows(text)), heading: 1 });
    expect(read.ok ? '' : read.reason).toMatch(reason);
  });

  it('never throws, whatever stands in it', () => {
    fc.assert(
      fc.property(fc.array(fc.array(fc.string(), { maxLength: 4 }), { maxLength: 6 }), (any) => {
        const read = daysOfRows(any, guessColumns(any));
        if (read.ok) expect(read.days.length).toBeGreaterThan(0);
        else expect(read.reason).not.toBe('');
      }),
    );
  });

  it('a date that could be two is asked about, and never taken for one of them', () => {
    const file = rows('Date,Temp °C\n3/4/2027,4\n3/5/2027,5');
    const columns = guessColumns(file);
    expect(columns.dateOrder).toBeNull();
    expect(hasDatesInDoubt(file, columns)).toBe(true);
    expect(daysOfRows(file, columns)).toEqual({
      ok: false,
      reason: 'Line 2: “3/4/2027”: is the day first, or the month?',
    });
    const first = (dateOrder: 'day-first' | 'month-first') => {
      const read = daysOfRows(file, { ...columns, dateOrder });
      return read.ok ? dayName(read.days[0]!.day) : read.reason;
    };
    expect(first('day-first')).toBe('2027-04-03');
    expect(first('month-first')).toBe('2027-03-04');
    // One day over the twelfth tells for the whole file, its hours or not.
    const told = rows('Date,Temp °C\n1/2/2027 06:00,4\n1/14/2027 06:00,5');
    expect(guessColumns(told).dateOrder).toBe('month-first');
    expect(daysOfRows(told, guessColumns(told))).toMatchObject({
      days: [{ day: toDay('2027-01-02') }, { day: toDay('2027-01-14') }],
    });
  });

  it('a temperature whose unit nobody names is asked about: 20 °F is a frost, 20 °C is none', () => {
    const file = rows('Date,Temp\n2027-01-14,20');
    const columns = guessColumns(file);
    expect(columns.degrees).toBeNull();
    expect(daysOfRows(file, columns)).toEqual({
      ok: false,
      reason: 'Line 2: “20”: Celsius or Fahrenheit?',
    });
    expect(daysOfRows(file, { ...columns, degrees: 'fahrenheit' })).toMatchObject({
      days: [{ mean: expect.closeTo(-6.67, 2) as number }],
    });
    // Another column may say it.
    const other = rows('Date,Temp,Air °F\n2027-01-14,20,23');
    const { when, heading } = guessColumns(other);
    expect(asWritten(other, { when, heading, celsius: 2, low: null }).degrees).toBe('fahrenheit');
  });

  it('thousandths of a degree are no thousands', () => {
    const file = rows('Date,Temp °C\n2027-01-14,12.125');
    expect(daysOfRows(file, guessColumns(file))).toMatchObject({ days: [{ mean: 12.125 }] });
  });

  it('is the same, however its dates are written', () => {
    const two = (n: number) => String(n).padStart(2, '0');
    const ways: readonly ((year: number, month: number, date: number) => string)[] = [
      (year, month, date) => `${year}-${two(month)}-${two(date)}T06:00:00Z`,
      (year, month, date) => `${two(date)}.${two(month)}.${year} 06:00`,
      (year, month, date) => `${date}/${month}/${year}, 6:00`,
      (year, month, date) => `${month}/${date}/${String(year).slice(2)}`,
    ];
    const start = fc.integer({ min: toDay('2020-01-01'), max: toDay('2029-01-01') });
    fc.assert(
      fc.property(start, fc.constantFrom(...ways), (from, written) => {
        // A month of days has one after the twelfth.
        const days = Array.from({ length: 31 }, (_, i) => from + i);
        const file = [
          ['Date', 'Temp °C'],
          ...days.map((day, i) => {
            const { year, month, date } = partsOf(day);
            return [written(year, month + 1, date), `${i - 10}.5`];
          }),
        ];
        const read = daysOfRows(file, guessColumns(file));
        expect(read).toMatchObject({
          ok: true,
          days: days.map((day, i) => ({ day, mean: i - 10 + (i < 10 ? -0.5 : 0.5) })),
        });
      }),
    );
  });
});
