import fc from 'fast-check';
import { dayName, toDay } from '../day';
import {
  orderOf,
  readBattery,
  readChemistry,
  readDate,
  readFitted,
  readMilliamps,
  readNumber,
  readVolts,
  type Read,
} from './cells';
import { readingOf } from './columns';
import { intakeOf, type IntakeSite } from './list';

const TODAY = toDay('2027-01-14');
const value = <T>(read: Read<T>) => (read.ok ? read.value : 'refused');
const day = (read: Read<number>) =>
  read.ok ? (read.value === null ? null : dayName(read.value)) : 'refused';

describe('a cell as people write it', () => {
  it.each([
    ['12,4', 12.4],
    ['12.4V', 12.4],
    ['12,40 V', 12.4],
    [' 12.65 volts', 12.65],
    ['', null],
    ['–', null],
    ['n/a', null],
    ['12,4/12,5', 'refused'],
    ['ca. 12', 'refused'],
    ['low', 'refused'],
  ])('volts: %s', (text, wanted) => expect(value(readVolts(text))).toBe(wanted));

  it('asks where a point could be one of thousands', () => {
    expect(readNumber('1.200', /x/)).toMatchObject({
      ok: false,
      why: expect.stringMatching(/1\.200 or 1200/),
    });
  });

  it.each([
    ['35', 35],
    ['35 mA', 35],
    ['0,035 A', 35],
    ['0.05A', 50],
  ])('milliamps: %s', (text, wanted) => expect(value(readMilliamps(text))).toBe(wanted));

  it.each([
    ['AGM', 'agm'],
    ['LiFePO4 12Ah', 'lfp'],
    ['lead-acid', 'flooded'],
    ['EFB (flooded)', 'efb'],
    ['gel or AGM?', 'refused'],
    ['Halden Blue', null],
  ])('a kind of battery: %s', (text, wanted) => expect(value(readChemistry(text))).toBe(wanted));

  it.each([
    ['AGM 70Ah', { chemistry: 'agm', capacityAh: 70, nominalVolts: null, year: null, rest: '' }],
    [
      '12V 62 Ah wet, 2021',
      { chemistry: 'flooded', capacityAh: 62, nominalVolts: 12, year: 2021, rest: '' },
    ],
    [
      'Halden Blue 4,5Ah gel',
      { chemistry: 'gel', capacityAh: 4.5, nominalVolts: null, year: null, rest: 'Halden Blue' },
    ],
    ['70Ah 80Ah', 'refused'],
  ])('a battery in one cell: %s', (text, wanted) =>
    expect(value(readBattery(text))).toEqual(wanted),
  );

  it.each([
    ['2026-11-03', null, '2026-11-03'],
    ['3.11.2026', 'day-first', '2026-11-03'],
    ['11/3/26', 'month-first', '2026-11-03'],
    ['3 Nov 2026', null, '2026-11-03'],
    ['November 3, 2026', null, '2026-11-03'],
    ['3/11/2026', null, 'refused'],
    ['25/11/2026', null, '2026-11-25'],
    ['5/5/2026', null, '2026-05-05'],
    ['2026-11-03 09:30', null, '2026-11-03'],
    ['31/02/2027', 'day-first', 'refused'],
    ['soon', null, 'refused'],
  ] as const)('a day: %s', (text, order, wanted) =>
    expect(day(readDate(text, order))).toBe(wanted),
  );

  it.each([
    ['2021', { year: 2021, month: null }],
    ['05/2021', { year: 2021, month: 5 }],
    ['May 2021', { year: 2021, month: 5 }],
    ['2021-05', { year: 2021, month: 5 }],
    ['13/2021', 'refused'],
  ])('a year: %s', (text, wanted) => expect(value(readFitted(text, null))).toEqual(wanted));

  it('the order of dates is what all of them allow', () => {
    expect(orderOf(['3/4/2027', '25/4/2027'])).toBe('day-first');
    expect(orderOf(['3/4/2027', '4/25/2027'])).toBe('month-first');
    expect(orderOf(['3/4/2027', '5/6/2027'])).toBeNull();
    // Both cannot be: then nobody is believed.
    expect(orderOf(['25/4/2027', '4/25/2027'])).toBeNull();
  });
});

describe('what was read is what is written, or it is asked', () => {
  it('a number comes back whatever its point and its unit', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 9999 }),
        fc.constantFrom('.', ','),
        fc.constantFrom('', ' V', 'V', 'volts'),
        (hundredths, point, unit) => {
          const text = `${(hundredths / 100).toFixed(2).replace('.', point)}${unit}`;
          expect(readVolts(text)).toEqual({ ok: true, value: hundredths / 100 });
        },
      ),
    );
  });

  it('a day comes back in each order that is known', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 40_000 }), (at) => {
        const [year, month, date] = dayName(at).split('-') as [string, string, string];
        expect(readDate(`${date}.${month}.${year}`, 'day-first')).toEqual({ ok: true, value: at });
        expect(readDate(`${month}/${date}/${year}`, 'month-first')).toEqual({
          ...{ ok: true, value: at },
        });
        // Where nobody has said which it is, it is right or it is asked.
        const unsure = readDate(`${date}/${month}/${year}`, null);
        if (unsure.ok) expect(unsure.value).toBe(at);
      }),
    );
  });
});

const site = (bays: Record<string, string | null> = {}): IntakeSite => ({
  today: TODAY,
  bays: new Map(Object.entries(bays)),
});
const LIST = [
  ['Bay', 'Vehicle', 'Customer', 'Battery', 'Resting V', 'Checked', 'Goes'],
  ['a1', 'Calder 1500 saloon', 'Ned Ashgill', 'AGM 70Ah', '12,61', '28/12/2026', '3/4/2027'],
  ['A-2', 'Brackwater camper', 'Ned Ashgill', '12V 80Ah wet', '12.4V', '28/12/2026', ''],
  ['A 2', 'Brackwater camper', '', 'AGM 95Ah', '12.7', '28/12/2026', ''],
  ['', '', '', '', '', '', ''],
  ['A3', 'Wick 650', 'Ada Marrick', '', '1264', '28/12/2026', ''],
];

describe('a list', () => {
  it('is read by the names of its columns, in any order of them', () => {
    const order = [3, 0, 6, 5, 1, 4, 2];
    const shuffled = LIST.map((row) => order.map((at) => row[at]!));
    const plain = intakeOf(LIST, readingOf(LIST), site());
    const other = intakeOf(shuffled, readingOf(shuffled), site());
    expect(other).toEqual(plain);
    expect(readingOf(LIST)).toMatchObject({ hasHeading: true, dateOrder: 'day-first' });
  });

  it('and by what stands in them, where they have no names', () => {
    const { columns, hasHeading } = readingOf([
      ['C1', 'x', 'AGM 70Ah', '12.6'],
      ['C2', 'y', 'gel 12Ah', '12.4'],
    ]);
    expect([columns, hasHeading]).toEqual([['bay', null, 'battery', 'volts'], false]);
  });

  it('comes to vehicles with their batteries; what is not written is said to be assumed', () => {
    const intake = intakeOf(LIST, readingOf(LIST), site({ A1: null }));
    const [saloon, camper, wick] = intake.vehicles;
    expect(saloon!.first).toMatchObject({ bay: 'A1', kind: 'car', owner: 'Ned Ashgill' });
    expect(dayName(saloon!.first.collectOn!)).toBe('2027-04-03');
    expect(saloon!.first.battery).toMatchObject({ chemistry: 'agm', capacityAh: 70, volts: 12.61 });
    expect(camper!.first.kind).toBe('camper');
    expect(camper!.rows.map(({ battery }) => battery.capacityAh)).toEqual([80, 95]);
    expect(wick!.first.remarks.map(({ field, kind }) => [field, kind])).toEqual([
      ['kind', 'assumed'],
      ['chemistry', 'assumed'],
      ['nominalVolts', 'assumed'],
      ['capacityAh', 'assumed'],
      // 1264 is asked about, and not made 12.64.
      ['volts', 'asked'],
    ]);
    expect(wick!.first.battery.volts).toBe(1264);
    expect(intake.newBays).toEqual(['A2', 'A3']);
  });

  it('which post is earthed is read where it is said, and counted where it is not', () => {
    const earths = [
      ['Bay', 'Vehicle', 'Earth', 'Note'],
      ['A1', 'One', 'pos.', ''],
      ['A2', 'Two', '-', ''],
      ['A3', 'Three', '', 'old, positive earth!'],
      ['A4', 'Four', '', ''],
      ['A5', 'Five', 'neg', '+ earth'],
      ['A6', 'Six', 'body', ''],
    ];
    const { rows, earthUnsaid } = intakeOf(earths, readingOf(earths), site());
    expect(rows.map(({ earth }) => earth)).toEqual([
      ...['positive', 'negative', 'positive', null, 'negative', null],
    ]);
    expect(earthUnsaid).toBe(2);
    // Two that contradict each other, and a word that is neither, have to be mended.
    const wrong = rows.filter(({ remarks }) =>
      remarks.some(({ field, kind }) => field === 'earth' && kind === 'wrong'),
    );
    expect(wrong.map(({ bay }) => bay)).toEqual(['A5', 'A6']);
  });

  it('of two rows of a vehicle, what the second does not say is that of the first; what it says otherwise is told', () => {
    const two = [
      ['Bay', 'Vehicle', 'Kind', 'Earth', 'Ah'],
      ['A1', 'Brackwater 26', 'camper', 'positive', '80'],
      ['A1', 'Brackwater 26', '', '', '95'],
      ['A1', 'Brackwater 26', 'caravan', 'negative', '95'],
    ];
    const [, same, other] = intakeOf(two, readingOf(two), site()).vehicles[0]!.rows;
    const wrong = ({ remarks }: typeof same & {}) =>
      remarks.flatMap(({ field, kind }) => (kind === 'wrong' ? [field] : []));
    expect([wrong(same!), wrong(other!)]).toEqual([[], ['kind', 'earth']]);
  });

  it('tells at its row what cannot be', () => {
    const twice = [...LIST, ['A3', 'Tarn 125', 'Ada Marrick', '', '', '', '3/1/2027']];
    const wrong = intakeOf(twice, readingOf(twice), site({ A1: 'Osier 30"' })).rows.flatMap((one) =>
      one.remarks.flatMap(({ kind, field, words }) =>
        kind === 'wrong' ? [`${one.bay} ${field}: ${words}`] : [],
      ),
    );
    expect(wrong).toEqual([
      'A1 bay: Osier 30" stands there',
      'A3 collectOn: this day is past',
      'A3 bay: Wick 650 stands there, in this list',
    ]);
    const owners = LIST.map((row, i) => (i === 3 ? row.with(2, 'Wilf Marrick') : row));
    expect(
      intakeOf(owners, readingOf(owners), site()).vehicles[1]!.rows[1]!.remarks,
    ).toContainEqual(expect.objectContaining({ field: 'owner', kind: 'wrong' }));
  });

  it('of whatever is in it is read without falling over, and every figure stands in its cell', () => {
    const cell = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom(
        '12,4',
        '12.4V',
        'AGM 70Ah',
        '3/4/27',
        '2021',
        '?',
        'A1',
        '–',
        '1.200',
        '0.03A',
      ),
    );
    fc.assert(
      fc.property(fc.array(fc.array(cell, { maxLength: 9 }), { maxLength: 8 }), (rows) => {
        const list = [LIST[0]!, ...rows];
        const reading = readingOf(list);
        for (const { row, battery, remarks } of intakeOf(list, reading, site()).rows) {
          const text = rows[row]!.join(' ').replaceAll(',', '.');
          for (const field of ['capacityAh', 'nominalVolts', 'volts'] as const) {
            const figure = battery[field];
            const isSaid = remarks.some((one) => one.field === field);
            if (figure !== null && !isSaid) expect(text).toContain(String(figure));
          }
        }
      }),
      { numRuns: 2000 },
    );
  });
});
