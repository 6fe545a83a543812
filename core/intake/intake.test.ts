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
  readMaintainer,
} from './cells';
import { readingOf, type IntakeField } from './columns';
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

  it('says yes and no to a maintainer in many ways, and names it', () => {
    const told = (text: string) => readMaintainer(text);
    for (const yes of ['yes', 'Y', 'x', '✓', 'ON', '1']) {
      expect(told(yes)).toEqual({ ok: true, value: '' });
    }
    for (const no of ['', 'no', '-', 'off', 'none', '0', '?']) {
      expect(told(no)).toEqual({ ok: true, value: null });
    }
    expect(told('Bobbin 1')).toEqual({ ok: true, value: 'Bobbin 1' });
    expect(told('b'.repeat(41)).ok).toBe(false);
  });

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

  it('a paper log with a column for each round is readings of each battery on those days', () => {
    const log = [
      ['Bay', 'Vehicle', 'Battery', '30.11.2026', '14.12.2026', '2027-01-04'],
      ['A1', 'Calder', 'AGM 70Ah', '12,8', '12.74', '12.66'],
      ['A2', 'Wick', 'gel 12Ah', '', '12.9V', 'flat?'],
    ];
    const reading = readingOf(log);
    expect(reading.columns.slice(3)).toEqual(['voltsOn', 'voltsOn', 'voltsOn']);
    const { rows } = intakeOf(log, reading, site());
    expect(rows[0]!.battery.more.map(({ on, volts }) => [dayName(on), volts])).toEqual([
      ['2026-11-30', 12.8],
      ['2026-12-14', 12.74],
      ['2027-01-04', 12.66],
    ]);
    expect(rows[1]!.battery.more).toHaveLength(1);
    expect(rows[1]!.remarks).toContainEqual(
      expect.objectContaining({ field: 'voltsOn', kind: 'wrong', at: 5 }),
    );
  });

  it('rows that differ in day and volts alone are a log; those that differ in the battery are batteries', () => {
    const head = ['Bay', 'Vehicle', 'Battery', 'Resting V', 'Checked'];
    const log = [
      head,
      ['A1', 'Calder', 'AGM 70Ah', '12.8', '2026-11-30'],
      ['A1', 'Calder', '', '12.7', '2026-12-14'],
      ['A1', 'Calder', 'AGM 70Ah', '12.6', '2027-01-04'],
    ];
    const { vehicles, rows } = intakeOf(log, readingOf(log), site());
    expect(vehicles).toHaveLength(1);
    expect(vehicles[0]!.rows).toHaveLength(1);
    const { volts, more } = vehicles[0]!.rows[0]!.battery;
    expect([volts, ...more.map((one) => one.volts)]).toEqual([12.8, 12.7, 12.6]);
    // The second row names no battery: it is the one above, and that is asked rather than assumed.
    expect(rows[1]!.remarks.filter(({ kind }) => kind === 'wrong')).toHaveLength(1);
    const two = [head, log[1]!, ['A1', 'Calder', 'AGM 95Ah', '12.7', '2026-12-14']];
    expect(intakeOf(two, readingOf(two), site()).vehicles[0]!.rows).toHaveLength(2);
  });

  it('degrees are those of the cell, else of the column, else asked; 50 °F is 10 °C', () => {
    const celsius = (name: string, cell: string) => {
      const list = [
        ['Bay', 'Vehicle', 'Volts', name],
        ['A1', 'Calder', '12.6', cell],
      ];
      const { battery, remarks } = intakeOf(list, readingOf(list), site()).rows[0]!;
      return battery.celsius ?? remarks.find(({ field }) => field === 'celsius')?.words ?? null;
    };
    expect(celsius('Temp °F', '50')).toBe(10);
    expect(celsius('Temperature', '50F')).toBe(10);
    expect(celsius('Temp (°C)', '−4,5')).toBe(-4.5);
    expect(celsius('Temp °C', '41 °F')).toBe(5);
    expect(celsius('Temperature', '50')).toBe('“50”: Celsius or Fahrenheit?');
    expect(celsius('Temp °C', '120')).toContain('no temperature of a battery');
  });

  /** Ten thousand tables as nobody should keep them. */
  it('of whatever is in it is read without falling over, and every figure is the one in its cell, or it was asked', () => {
    const names = [
      ...['Bay', 'Stand', 'Vehicle', 'What', 'Type', 'Owner', 'Whose', 'Phone', 'Battery', 'Ah'],
      ...['Resting V', 'Volts', 'Checked', 'Date', 'Fitted', 'Here since', 'Goes', 'Draw mA'],
      ...['Temp °F', 'Temp', '14.12.2026', '3/4/2027', 'Note', '', '???', 'Earth'],
    ];
    const cell = fc.oneof(
      fc.string({ maxLength: 12 }),
      fc.constantFrom(
        ...['12,4', '12.4V', 'AGM 70Ah', '3/4/27', '2021', '?', 'A1', '–', '1.200', '0.03A'],
        ...['', '31.2.2027', '2026-12-01', '50F', '1264', '12,4/12,5', 'gel 12 Ah lithium', '70'],
        ...['$12.40', '=1+2', '12.4.1', '٣', '1e3', ' 12.6 ', '-5', '68 °F', '12 V AGM, 2021'],
      ),
    );
    const width = { minLength: 1, maxLength: 9 };
    const table = fc.tuple(
      fc.array(fc.constantFrom(...names), width),
      fc.array(fc.array(cell, { maxLength: 9 }), { maxLength: 6 }),
    );
    /** The figure at the head of a text, read without any of the program’s own ways. */
    const figures = (text: string) =>
      (text.replace('−', '-').match(/-?\d+(?:[.,]\d+)?/g) ?? []).map((one) =>
        Number(one.replace(',', '.')),
      );
    fc.assert(
      fc.property(table, ([head, rows]) => {
        const list = [head, ...rows];
        const reading = readingOf(list);
        const body = reading.hasHeading ? rows : list;
        for (const { row, battery, remarks } of intakeOf(list, reading, site()).rows) {
          const said = new Set(remarks.map(({ field }) => field));
          const at = (field: IntakeField) => body[row]![reading.columns.indexOf(field)] ?? '';
          const from = (...fields: IntakeField[]) => fields.flatMap((field) => figures(at(field)));
          const { capacityAh, nominalVolts, volts, celsius, drawMa, more } = battery;
          // What is left out of a cell for all of the battery is asked, with its sign too.
          if (said.has('battery'))
            ['capacityAh', 'nominalVolts'].forEach((one) => said.add(one as IntakeField));
          if (!said.has('capacityAh')) expect(from('capacityAh', 'battery')).toContain(capacityAh);
          if (!said.has('nominalVolts'))
            expect(from('nominalVolts', 'battery')).toContain(nominalVolts);
          if (volts !== null) expect(from('volts')).toEqual([volts]);
          if (drawMa !== null) {
            expect(from('drawMa').flatMap((one) => [one, one * 1000])).toContainEqual(
              expect.closeTo(drawMa, 6),
            );
          }
          if (celsius !== null) {
            expect(from('celsius').flatMap((one) => [one, ((one - 32) * 5) / 9])).toContainEqual(
              expect.closeTo(celsius, 1),
            );
          }
          const over = body[row]!.filter((_, i) => reading.columns[i] === 'voltsOn');
          for (const one of more) expect(over.flatMap(figures)).toContain(one.volts);
        }
      }),
      { numRuns: 10_000 },
    );
  });
});
