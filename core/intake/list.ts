import { t } from '../language';
import { cellsFor, type ChemistryId } from '../battery/chemistries';
import { doubtOfVolts } from '../assessment/plausible';
import type { Day } from '../day';
import { groupBy } from '../group';
import type { Pole } from '../stay/vehicle-facts';
import { BayMark, bayMark } from '../site/rows';
import { VEHICLE_KINDS, type VehicleKindId } from '../site/vehicle-kinds';
import { plain } from '../words/words';
import {
  kindIn,
  readAmpHours,
  readBattery,
  readChemistry,
  readDate,
  readFitted,
  readKind,
  readMaintainer,
  readMilliamps,
  readTemperature,
  readVolts,
  readEarth,
  saysPositiveEarth,
  type BatteryWords,
  type Read,
} from './cells';
import type { IntakeField, Reading } from './columns';

/** What is to be said of a row, beside the cell that it is about. */
export interface Remark {
  readonly field: IntakeField;
  /** It cannot be taken so; somebody is asked whether it is right; or it was not written at all. */
  readonly kind: 'wrong' | 'asked' | 'assumed';
  readonly words: string;
  /** The column of its cell, where several say the same. */
  readonly at?: number;
}

/** Volts at rest, read on another day than the row's own. */
export interface OtherReading {
  readonly on: Day;
  readonly volts: number;
  readonly celsius: number | null;
}

export interface IntakeBattery {
  readonly chemistry: ChemistryId;
  readonly capacityAh: number;
  readonly nominalVolts: number;
  readonly fitted: { readonly year: number; readonly month: number | null } | null;
  readonly volts: number | null;
  readonly readOn: Day | null;
  /** °C, with those volts. */
  readonly celsius: number | null;
  /** Volts of other days. */
  readonly more: readonly OtherReading[];
  readonly drawMa: number | null;
  /** Hangs on a maintainer of this name, empty where nobody names it; null: it does not, or nobody says. */
  readonly maintainer: string | null;
  readonly note: string;
}

/** A row of a list as it will be, with what is to be said of it. */
export interface IntakeRow {
  /** Its number in the list, from 0 behind the heading. */
  readonly row: number;
  readonly bay: string;
  readonly name: string;
  readonly kind: VehicleKindId;
  /** The kind that its own cell names; null: none, then it follows from the name. */
  readonly kindSaid: VehicleKindId | null;
  /** Which post is earthed; null: the list does not say. */
  readonly earth: Pole | null;
  readonly owner: string;
  readonly contact: string;
  readonly since: Day | null;
  readonly collectOn: Day | null;
  readonly battery: IntakeBattery;
  readonly remarks: readonly Remark[];
}

/** What of the site a list is held against. */
export interface IntakeSite {
  readonly today: Day;
  /** Marks of bays, in capitals, with who stands there; null: it is free. */
  readonly bays: ReadonlyMap<string, string | null>;
}

const NO_WORDS: BatteryWords = {
  ...{ chemistry: null, capacityAh: null, nominalVolts: null, year: null, rest: '' },
};

/** One row of a list, as it will be. Nothing that was read is changed: what is in doubt is said. */
export function rowOf(
  cells: readonly string[],
  row: number,
  reading: Reading,
  site: IntakeSite,
): IntakeRow {
  const remarks: Remark[] = [];
  const say = (field: IntakeField, kind: Remark['kind'], words: string) =>
    remarks.push({ field, kind, words });
  const textOf = (field: IntakeField) => (cells[reading.columns.indexOf(field)] ?? '').trim();
  const has = (field: IntakeField) => reading.columns.includes(field);
  const read = <T>(field: IntakeField, how: (text: string) => Read<T>): T | null => {
    if (!has(field)) return null;
    const told = how(textOf(field));
    if (!told.ok) say(field, 'wrong', told.why);
    return told.ok ? told.value : null;
  };
  /** Said in its own cell and in that of the whole battery: the two agree, or somebody is asked. */
  const either = <T extends string | number>(
    field: IntakeField,
    own: T | null,
    other: T | null,
  ) => {
    if (own !== null && other !== null && own !== other)
      say(field, 'wrong', t`${own} here, and ${other} in another cell`);
    return own ?? other;
  };
  const assumed = <T>(field: IntakeField, value: T | null, usual: T, words: string): T => {
    if (value === null && !remarks.some((one) => one.field === field && one.kind === 'wrong'))
      say(field, 'assumed', words);
    return value ?? usual;
  };

  const name = textOf('name');
  if (!name) say('name', 'wrong', t`the vehicle has no name`);
  else if (name.length > 60) say('name', 'wrong', t`at most 60 letters`);
  const kindSaid = read('kind', readKind);
  const kind = assumed('kind', kindSaid ?? kindIn(name), 'car', t`a car, as nothing else is said`);
  const usual = VEHICLE_KINDS[kind].usualBatteries[0]!;
  const words = read('battery', readBattery) ?? NO_WORDS;
  if (words.rest) say('battery', 'asked', t`“${words.rest}” is left out`);
  const chemistry = assumed(
    'chemistry',
    either('chemistry', read('chemistry', readChemistry), words.chemistry),
    'flooded',
    t`flooded, as nothing else is said`,
  );
  const nominalVolts = assumed(
    'nominalVolts',
    either('nominalVolts', read('nominalVolts', readVolts), words.nominalVolts),
    12,
    t`12 V, as nothing else is said`,
  );
  const capacityAh = assumed(
    'capacityAh',
    either('capacityAh', read('capacityAh', readAmpHours), words.capacityAh),
    usual.capacityAh,
    t`${usual.capacityAh} Ah, as usual in a ${VEHICLE_KINDS[kind].label.toLowerCase()}`,
  );
  if (capacityAh < 0.5 || capacityAh > 2000) say('capacityAh', 'wrong', 'from 0.5 to 2000 Ah');
  if (nominalVolts < 2 || nominalVolts > 96) say('nominalVolts', 'wrong', 'from 2 to 96 V');
  const date = (text: string) => readDate(text, reading.dateOrder);
  const fitted =
    read('fitted', (text) => readFitted(text, reading.dateOrder)) ??
    (words.year === null ? null : { year: words.year, month: null });
  const since = read('since', date);
  const collectOn = read('collectOn', date);
  const readOn = read('readOn', date);
  const past = (field: IntakeField, day: Day | null) => {
    if (day !== null && day > site.today) say(field, 'wrong', t`this day is still to come`);
  };
  past('since', since);
  past('readOn', readOn);
  if (collectOn !== null && collectOn < site.today) say('collectOn', 'wrong', t`this day is past`);
  const volts = read('volts', readVolts);
  const cellCount = cellsFor(chemistry, nominalVolts);
  const doubtful = (one: number) => {
    const doubt = doubtOfVolts(one, { chemistry, nominalVolts, cells: cellCount });
    return doubt && plain(doubt.question);
  };
  const doubt = volts === null ? null : doubtful(volts);
  if (doubt) say('volts', 'asked', doubt);
  const celsius = read('celsius', (text) => readTemperature(text, reading.degrees));
  const { more, remarks: ofMore } = otherReadings(cells, reading, site, doubtful);
  remarks.push(...ofMore);
  const drawMa = read('drawMa', readMilliamps);
  if (drawMa !== null && (drawMa < 0 || drawMa > 20_000)) say('drawMa', 'wrong', 'from 0 to 20 A');
  const maintainer = read('maintainer', readMaintainer);
  const isPositive = cells.some(saysPositiveEarth);
  return {
    row,
    earth: either('earth', read('earth', readEarth), isPositive ? 'positive' : null),
    bay: bayMark(textOf('bay')),
    name,
    kind,
    kindSaid,
    owner: [textOf('owner'), textOf('ownerMore')].filter(Boolean).join(' '),
    contact: textOf('contact'),
    since,
    collectOn,
    battery: {
      ...{
        chemistry,
        capacityAh,
        nominalVolts,
        fitted,
        volts,
        readOn,
        celsius,
        more,
        drawMa,
        maintainer,
      },
      note: textOf('note'),
    },
    remarks,
  };
}

/** Volts of days that stand over their columns: a paper log, with a column for each round. */
function otherReadings(
  cells: readonly string[],
  { columns, names, dateOrder }: Reading,
  site: IntakeSite,
  doubtful: (volts: number) => string | null,
): { readonly more: OtherReading[]; readonly remarks: Remark[] } {
  const more: OtherReading[] = [];
  const remarks: Remark[] = [];
  columns.forEach((field, at) => {
    if (field !== 'voltsOn') return;
    const say = (kind: Remark['kind'], words: string) => remarks.push({ field, kind, words, at });
    const volts = readVolts(cells[at] ?? '');
    if (!volts.ok) return void say('wrong', volts.why);
    if (volts.value === null) return;
    const on = readDate(names[at] ?? '', dateOrder);
    if (!on.ok || on.value === null) {
      return void say('wrong', on.ok ? t`no day stands over this column` : on.why);
    }
    if (on.value > site.today) return void say('wrong', t`the day over it is still to come`);
    const doubt = doubtful(volts.value);
    if (doubt) say('asked', doubt);
    more.push({ on: on.value, volts: volts.value, celsius: null });
  });
  return { more, remarks };
}

/** A vehicle of a list, with the rows that are its batteries. */
export interface IntakeVehicle {
  readonly first: IntakeRow;
  readonly rows: readonly IntakeRow[];
}

/** What a list comes to. */
export interface Intake {
  readonly rows: readonly IntakeRow[];
  readonly vehicles: readonly IntakeVehicle[];
  /** Vehicles of which it does not say which post is earthed. */
  readonly earthUnsaid: number;
  /** Bays that the list has and the site has not, in the order of the list. */
  readonly newBays: readonly string[];
}

/**
 * A whole list. Rows with the same bay and vehicle are batteries of one; a bay that two vehicles
 * have, or that is taken, is told at its row.
 */
export function intakeOf(
  rows: readonly (readonly string[])[],
  reading: Reading,
  site: IntakeSite,
): Intake {
  const body = reading.hasHeading ? rows.slice(1) : rows;
  const read = body.flatMap((cells, row) =>
    cells.every((cell) => cell.trim() === '') ? [] : [rowOf(cells, row, reading, site)],
  );
  const standing = new Map<string, string>();
  const told = read.map((one): IntakeRow => {
    const wrong = (words: string): IntakeRow => ({
      ...one,
      remarks: [...one.remarks, { field: 'bay', kind: 'wrong', words }],
    });
    if (one.bay === '') return wrong(t`in which bay does it stand?`);
    if (!BayMark.safeParse(one.bay).success)
      return wrong(t`a bay is marked with letters and digits, at most 8, as C3`);
    const who = site.bays.get(one.bay) ?? null;
    if (who !== null) return wrong(t`${who} stands there`);
    const before = standing.get(one.bay);
    if (before !== undefined && before !== one.name)
      return wrong(t`${before} stands there, in this list`);
    standing.set(one.bay, one.name);
    return one;
  });
  const byPlace = groupBy(told, ({ bay, name }) => `${bay}\n${name}`);
  const groups = [...byPlace.values()].map(([first, ...more]) => ({
    first: first!,
    rows: [first!, ...more.map((one) => withDifferences(one, first!, reading.sameVehicle))],
  }));
  const vehicles: IntakeVehicle[] =
    reading.sameVehicle === 'batteries'
      ? groups
      : groups.map(({ first, rows: all }) => ({ first, rows: [asLog(first, all.slice(1))] }));
  const rowsNow = new Map(groups.flatMap(({ rows: all }) => all.map((one) => [one.row, one])));
  return {
    rows: told.map((one) => rowsNow.get(one.row)!),
    vehicles,
    earthUnsaid: vehicles.filter(({ rows: all }) => all.every(({ earth }) => earth === null))
      .length,
    newBays: [...new Set(told.map(({ bay }) => bay))].filter(
      (bay) => bay !== '' && !site.bays.has(bay),
    ),
  };
}

/** The first row of a log, with the readings of those below it. */
const asLog = (first: IntakeRow, below: readonly IntakeRow[]): IntakeRow => ({
  ...first,
  battery: {
    ...first.battery,
    more: [
      ...first.battery.more,
      ...below.flatMap(({ battery: { volts, readOn: on, celsius, more } }) => [
        ...(volts === null || on === null ? [] : [{ on, volts, celsius }]),
        ...more,
      ]),
    ],
  },
});

/** What a further row of a log has to say: its volts and their day, of the battery above. */
function logRemarks({ battery }: IntakeRow, { battery: above }: IntakeRow): Remark[] {
  const { volts, readOn, note, chemistry, capacityAh } = battery;
  const wrong = (field: IntakeField, words: string): Remark => ({ field, kind: 'wrong', words });
  return [
    ...(volts !== null && readOn === null ? [wrong('readOn', t`on which day was it read?`)] : []),
    ...(chemistry !== above.chemistry || capacityAh !== above.capacityAh
      ? [wrong('capacityAh', t`another battery than above: are these rows batteries, and no log?`)]
      : []),
    ...(note && note !== above.note
      ? [{ ...wrong('note', t`its note is left out`), kind: 'asked' as const }]
      : []),
  ];
}

/** A further row of a vehicle: what it says otherwise of the vehicle is told, and not dropped. */
function withDifferences(one: IntakeRow, first: IntakeRow, are: Reading['sameVehicle']): IntakeRow {
  const pairs = {
    kind: [one.kindSaid, first.kind],
    earth: [one.earth, first.earth],
    owner: [one.owner, first.owner],
    contact: [one.contact, first.contact],
    since: [one.since, first.since],
    collectOn: [one.collectOn, first.collectOn],
  } as const;
  const differs = (Object.keys(pairs) as (keyof typeof pairs)[]).filter((field) => {
    const [here, above] = pairs[field];
    return here !== null && here !== '' && here !== above;
  });
  return {
    ...one,
    remarks: [
      ...one.remarks,
      ...(are === 'readings' ? logRemarks(one, first) : []),
      ...differs.map((field): Remark => ({
        ...{ field, kind: 'wrong' },
        words: t`the same vehicle has something else above: write it there, or leave it empty`,
      })),
    ],
  };
}
