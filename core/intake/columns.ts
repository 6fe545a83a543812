import { degreesOf, isDay, orderOf, readChemistry, type DateOrder, type Degrees } from './cells';
import { groupBy } from '../group';

/** What a column of a list may say, in the words of its choice. */
export const INTAKE_FIELDS = {
  bay: 'Bay',
  name: 'Vehicle',
  kind: 'Kind of vehicle',
  earth: 'Which post is earthed',
  owner: 'Owner',
  ownerMore: 'Owner, second part of the name',
  contact: 'Owner’s contact',
  battery: 'Battery, all in one cell',
  chemistry: 'Kind of battery',
  capacityAh: 'Capacity, Ah',
  nominalVolts: 'Volts written on it',
  fitted: 'Battery fitted',
  since: 'Here since',
  collectOn: 'Collected on',
  volts: 'Volts read at rest',
  readOn: 'Read on',
  voltsOn: 'Volts read on the day over it',
  celsius: 'Temperature of the battery',
  drawMa: 'Draw, mA',
  maintainer: 'On a maintainer',
  note: 'Note',
} as const;
export type IntakeField = keyof typeof INTAKE_FIELDS;
export const INTAKE_FIELD_NAMES = Object.keys(INTAKE_FIELDS) as IntakeField[];

/** What each column says; null: it is left out. */
export type Columns = readonly (IntakeField | null)[];

/** How a list is read: what its columns say, and how its dates are written. */
export interface Reading {
  readonly columns: Columns;
  /** The first row has names. */
  readonly hasHeading: boolean;
  /** What stands over each column; empty where there is no heading. */
  readonly names: readonly string[];
  /** Null: its dates do not tell, and somebody has to. */
  readonly dateOrder: DateOrder | null;
  /** Null: its temperatures do not tell, and somebody has to. */
  readonly degrees: Degrees | null;
  /** What several rows of one vehicle are: its batteries, or readings of one of them. */
  readonly sameVehicle: 'batteries' | 'readings';
}

/** A field that more columns than one may say. */
export const MANY: readonly IntakeField[] = ['voltsOn'];

/** Names of columns, the narrower first. */
const NAMES: readonly (readonly [IntakeField, RegExp])[] = [
  ['contact', /contact|phone|tel|mail|mobile/],
  ['ownerMore', /first\s?name|surname|last\s?name/],
  ['earth', /earth|ground/],
  ['note', /remark|note|comment/],
  ['owner', /owner|whose|customer|client|keeper|belongs/],
  ['maintainer', /maintain|trickle|charger|plugged|hooked/],
  ['chemistry', /chemistry|battery\s?(type|kind)|^type of battery/],
  ['capacityAh', /capacity|\bah\b|amp.?hours?/],
  ['nominalVolts', /nominal|system\s?volt|\b6\s?\/\s?12\b/],
  [
    'readOn',
    /(read|measured|checked|tested)\s*(on|date)|date.*(read|check|test)|^(last\s)?(checked|tested|measured|date|check|test)$/,
  ],
  ['celsius', /temp|°\s?[cf]\b|celsius|fahrenheit/],
  ['volts', /volt|reading|resting|\bv\b/],
  ['drawMa', /draw|drain|parasitic|\bma\b/],
  ['fitted', /fitted|installed|bought|battery\s?(year|date|age)|new in/],
  ['collectOn', /collect|pick\s?-?up|goes|leav|out\b|until|return/],
  ['since', /since|arriv|in\s?date|date\s?in|laid|stored|from/],
  ['battery', /batter/],
  ['kind', /kind|type|class|category/],
  ['bay', /bay|place|space|slot|spot|stand|position|berth/],
  ['name', /vehicle|car|model|make|reg|plate|name|what/],
];

const isBay = (cell: string) => /^[A-Za-z]{0,3}[-\s]?\d{1,3}[A-Za-z]?$/.test(cell);
const isVolts = (cell: string) => /^\d{1,2}[.,]\d{1,2}\s*v?$/i.test(cell);
const isAmpHours = (cell: string) => /^\d+([.,]\d+)?\s*a\s?h$/i.test(cell);
const isChemistry = (cell: string) => {
  const read = readChemistry(cell);
  return read.ok && read.value !== null;
};
/** What most cells of a column without a telling name may be, where nothing else is. */
const CONTENTS: readonly (readonly [IntakeField, (cell: string) => boolean])[] = [
  ['volts', isVolts],
  ['capacityAh', isAmpHours],
  ['battery', (cell) => isChemistry(cell) && /\d/.test(cell)],
  ['chemistry', isChemistry],
  ['contact', (cell) => /@|^\+?[\d\s()-]{6,}$/.test(cell)],
  ['bay', isBay],
];
/** So many of its cells make a column what it is. */
const MOST = 0.7;

/** What the columns of a list seem to say, by their names, and by what stands in them. */
export function readingOf(rows: readonly (readonly string[])[]): Reading {
  const head = rows[0] ?? [];
  const width = Math.max(0, ...rows.slice(0, 200).map((row) => row.length));
  const byName = Array.from({ length: width }, (_, i) => {
    const name = (head[i] ?? '').toLowerCase();
    const below = rows
      .slice(1)
      .map((row) => (row[i] ?? '').trim())
      .filter(Boolean);
    if (isDay(name) && below.some(isVolts)) return 'voltsOn';
    return NAMES.find(([, pattern]) => pattern.test(name))?.[0] ?? null;
  });
  // A heading names its columns and has no figures in it.
  const hasHeading =
    byName.some(Boolean) &&
    !head.some((cell, i) => isVolts(cell) || (isDay(cell) && byName[i] !== 'voltsOn'));
  const body = hasHeading ? rows.slice(1) : rows;
  const columns: (IntakeField | null)[] = Array.from({ length: width }, () => null);
  const taken = new Set<IntakeField>();
  const take = (at: number, field: IntakeField | null) => {
    if (field === null || (taken.has(field) && !MANY.includes(field)) || columns[at]) return;
    columns[at] = field;
    taken.add(field);
  };
  if (hasHeading) byName.forEach((field, at) => take(at, field));
  for (let at = 0; at < width; at++) {
    const cells = body.map((row) => (row[at] ?? '').trim()).filter(Boolean);
    if (columns[at] || cells.length === 0) continue;
    const found = CONTENTS.find(([field, is]) => !taken.has(field) && mostly(cells, is));
    take(at, found?.[0] ?? null);
  }
  const names = hasHeading ? head : [];
  return {
    ...{ columns, hasHeading, names },
    dateOrder: orderIn(body, columns, names),
    degrees: degreesIn(body, columns, names),
    sameVehicle: seemsALog(body, columns) ? 'readings' : 'batteries',
  };
}

const mostly = (cells: readonly string[], is: (cell: string) => boolean): boolean =>
  cells.filter(is).length >= MOST * cells.length;

/** The degrees of a list's temperatures. */
export function degreesIn(
  body: readonly (readonly string[])[],
  columns: Columns,
  names: readonly string[],
): Degrees | null {
  const at = columns.indexOf('celsius');
  return at < 0
    ? null
    : degreesOf(
        names[at] ?? '',
        body.map((row) => row[at] ?? ''),
      );
}

const OF_A_BATTERY: readonly IntakeField[] = ['battery', 'chemistry', 'capacityAh', 'nominalVolts'];

/** Whether rows of one vehicle are a log of one battery: each with volts of another day, and alike else. */
function seemsALog(body: readonly (readonly string[])[], columns: Columns): boolean {
  const cellOf = (row: readonly string[], field: IntakeField) =>
    (row[columns.indexOf(field)] ?? '').trim();
  if (!columns.includes('volts') || !columns.includes('readOn')) return false;
  const groups = [
    ...groupBy(body, (row) => `${cellOf(row, 'bay')}\n${cellOf(row, 'name')}`).values(),
  ].filter((rows) => rows.length > 1);
  const logs = groups.filter((rows) => {
    const days = new Set(rows.map((row) => cellOf(row, 'readOn')));
    const alike = (field: IntakeField) =>
      new Set(rows.map((row) => cellOf(row, field)).filter(Boolean)).size <= 1;
    return (
      days.size === rows.length &&
      rows.every((row) => cellOf(row, 'readOn') && cellOf(row, 'volts')) &&
      OF_A_BATTERY.every(alike)
    );
  });
  return groups.length > 0 && logs.length >= MOST * groups.length;
}

const DATES: readonly IntakeField[] = ['since', 'collectOn', 'readOn', 'fitted'];

/** The order that the dates of all columns agree on. */
export const orderIn = (
  body: readonly (readonly string[])[],
  columns: Columns,
  names: readonly string[] = [],
): DateOrder | null =>
  orderOf([
    ...columns.flatMap((field, at) => (field === 'voltsOn' ? [names[at] ?? ''] : [])),
    ...body.flatMap((row) =>
      columns.flatMap((field, at) => (field && DATES.includes(field) ? [row[at] ?? ''] : [])),
    ),
  ]);
