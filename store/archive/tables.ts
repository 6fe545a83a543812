import { z } from 'zod';
import { BatteryDetails } from '../../core/battery/details';
import { Climate } from '../../core/site/climate';
import { VehicleFacts } from '../../core/stay/vehicle-facts';

/** A column as it stands in a line of an archive: as it is, as JSON of its own, or as base64. */
type Column =
  | { readonly as: 'plain'; readonly schema: z.ZodType }
  /** `inside`: what it should be; where it is not, it is taken all the same, and told. */
  | { readonly as: 'json'; readonly schema: z.ZodType; readonly inside?: z.ZodType }
  | { readonly as: 'blob'; readonly schema: z.ZodType };

/** A table of the data file as the lines of an archive have it. */
export interface ArchivedTable {
  /** What a line of it is. */
  readonly kind: string;
  readonly table: string;
  readonly about: string;
  readonly key: readonly string[];
  readonly columns: Readonly<Record<string, Column>>;
  /** A column by which people tell one from another: no two are called the same. */
  readonly name?: string;
  /** What stands in a column that an archive does not have: nobody can sign in or report with it. */
  readonly withheld?: Readonly<Record<string, string | number>>;
  /** Made from the rest; of another site it is of no use beside what is here. */
  readonly isOwn?: true;
}

const plain = (schema: z.ZodType): Column => ({ as: 'plain', schema });
const text = plain(z.string());
const int = plain(z.int());
const real = plain(z.number());
const orNull = ({ schema, ...rest }: Column) => ({ ...rest, schema: schema.nullable() }) as Column;
const json = (inside?: z.ZodType): Column => ({
  as: 'json',
  schema: z.json(),
  ...(inside ? { inside } : {}),
});
const blob: Column = { as: 'blob', schema: z.base64() };
const flag = plain(z.literal([0, 1]));
/** A column that archives of older programs do not have: then it is as it was without it. */
const since = ({ schema, ...rest }: Column, before: null | 0) =>
  ({ ...rest, schema: schema.default(before) }) as Column;

/**
 * All that an archive holds, parents before what leans on them; entries come in the order of
 * recording. What is not in it: keys of devices, sessions, passphrases, hashes of secrets, and
 * what is reckoned from the rest.
 */
export const ARCHIVED: readonly ArchivedTable[] = [
  {
    kind: 'site',
    table: 'site',
    about: 'The site: name, season, climate (°C), latitude (° north)',
    key: ['id'],
    columns: {
      id: int,
      name: text,
      time_zone: text,
      season_start: text,
      season_end: text,
      climate: json(Climate),
      latitude: orNull(real),
    },
  },
  {
    kind: 'place',
    table: 'place',
    about: 'Where halls stand that are driven to: minutes there and back',
    key: ['name'],
    columns: { name: text, drive_minutes: real },
  },
  {
    kind: 'hall',
    table: 'hall',
    about: 'A hall: its kind, its thermostat (°C), its air (m³ an hour, cm² of openings)',
    key: ['id'],
    name: 'name',
    columns: {
      id: text,
      name: text,
      kind: plain(z.enum(['heated', 'unheated', 'outdoors'])),
      setpoint_celsius: orNull(real),
      note: text,
      walk_order: int,
      airflow_m3_per_hour: orNull(real),
      opening_cm2: orNull(real),
      closed_on: orNull(text),
      place: since(orNull(text), null),
    },
  },
  {
    kind: 'bay',
    table: 'bay',
    about: 'A bay, in its row and hall, in walking order',
    key: ['id'],
    name: 'mark',
    columns: {
      id: text,
      hall_id: text,
      mark: text,
      row_mark: text,
      walk_order: int,
      closed_on: orNull(text),
    },
  },
  {
    kind: 'owner',
    table: 'owner',
    about: 'An owner, and how they are reached',
    key: ['id'],
    name: 'name',
    columns: { id: text, name: text, contact: text },
  },
  {
    kind: 'vehicle',
    table: 'vehicle',
    about: 'A vehicle and what it asks of whoever works on its batteries',
    key: ['id'],
    columns: { id: text, kind: text, name: text, facts: orNull(json(VehicleFacts)) },
  },
  {
    kind: 'battery',
    table: 'battery',
    about: 'A battery: volts (V), cells, capacity (Ah at 20 h), what stands on its case',
    key: ['id'],
    name: 'mark',
    columns: {
      id: text,
      mark: text,
      chemistry: text,
      nominal_volts: real,
      cells: int,
      capacity_ah: real,
      fitted_year: orNull(int),
      details: orNull(json(BatteryDetails)),
    },
  },
  {
    kind: 'charger',
    table: 'charger',
    about: 'A charger or maintainer and its programmes (V, A)',
    key: ['id'],
    name: 'name',
    columns: { id: text, hall_id: text, name: text, facts: json() },
  },
  {
    kind: 'circuit',
    table: 'circuit',
    about: 'A circuit of a hall (A)',
    key: ['id'],
    columns: { id: text, hall_id: text, name: text, amps: real },
  },
  {
    kind: 'outlet',
    table: 'outlet',
    about:
      'An outlet on its circuit (A), and the bays that it reaches; post: 1 for a camper’s lead',
    key: ['id'],
    columns: {
      id: text,
      hall_id: text,
      circuit_id: text,
      name: text,
      amps: real,
      bays: json(),
      post: since(flag, 0),
    },
  },
  {
    kind: 'temperature',
    table: 'hall_day',
    about: 'A day of a hall: mean and lowest temperature (°C); foretold: 1, recorded: 0',
    key: ['hall_id', 'day'],
    columns: { hall_id: text, day: text, mean: real, min: real, foretold: flag },
  },
  {
    kind: 'meter',
    table: 'device',
    about: 'The meter of the bench and its address in the building',
    key: ['id'],
    columns: { id: text, kind: text, name: text, host: text, port: int },
  },
  {
    kind: 'reporter',
    table: 'reporter',
    about: 'A device that reports by itself; its token is not here: give it a new one',
    key: ['id'],
    columns: {
      id: text,
      kind: text,
      name: text,
      charger_id: orNull(text),
      hall_id: orNull(text),
      every_minutes: int,
      added_at: int,
    },
    withheld: { token_hash: '', token_until: 0 },
  },
  {
    kind: 'report',
    table: 'report',
    about: 'What a device reported (V, A, °C), at UTC milliseconds',
    key: ['reporter_id', 'n'],
    columns: {
      reporter_id: text,
      n: int,
      at: int,
      channel: orNull(int),
      state: orNull(text),
      volts: orNull(real),
      amps: orNull(real),
      celsius: orNull(real),
    },
  },
  {
    kind: 'person',
    table: 'person',
    about: 'Somebody who works or worked here; their passphrase is not here: give them a new one',
    key: ['id'],
    name: 'name',
    columns: {
      id: text,
      name: text,
      role: plain(z.enum(['helper', 'attendant', 'manager'])),
      added_at: int,
      left_at: orNull(int),
    },
    withheld: { passphrase: '' },
  },
  {
    kind: 'entry',
    table: 'entry',
    about: 'An entry of the logbook, in the order of recording; instants in UTC',
    key: ['id'],
    columns: {
      id: text,
      subject_kind: text,
      subject_id: text,
      kind: text,
      version: int,
      at: text,
      by: text,
      data: json(),
      strikes: orNull(text),
      recorded_at: text,
    },
  },
  {
    kind: 'verdict',
    table: 'given_verdict',
    about: 'What was said about a reading when it was recorded',
    key: ['entry_id'],
    columns: {
      ...{ entry_id: text, rule_version: int, kind: text, headline: text, why: text },
      taken_for: text,
    },
  },
  {
    kind: 'trace',
    table: 'trace',
    about: 'A logged draw, packed (see “traces” in docs/archive.md)',
    key: ['id'],
    columns: {
      id: text,
      battery_id: text,
      vehicle_id: text,
      at: text,
      samples: int,
      marks: json(),
      packed: blob,
    },
  },
  {
    kind: 'fuse-list',
    table: 'fuse_list',
    about: 'The fuses of a model of vehicle',
    key: ['model'],
    columns: { model: text, circuits: json() },
  },
  {
    kind: 'known-fuse',
    table: 'known_fuse',
    about: 'Cold resistance of a fuse (mΩ) as this house knows it',
    key: ['kind', 'amps'],
    columns: { kind: text, amps: real, milliohms: real },
  },
  {
    kind: 'photograph',
    table: 'photo',
    about: 'A photograph of a vehicle',
    key: ['id'],
    columns: { id: text, vehicle_id: text, taken_at: text, type: text, bytes: blob },
  },
  {
    kind: 'draft',
    table: 'draft',
    about: 'A lay-up that is not finished',
    key: ['id'],
    columns: { id: text, saved_at: text, data: json() },
  },
  {
    kind: 'plan',
    table: 'season_plan',
    about: 'A plan of the season as it was made, with the season that it was made for',
    key: ['id'],
    isOwn: true,
    columns: {
      id: int,
      made_at: text,
      day: text,
      season: json(),
      plan: json(),
      tightened: flag,
      under_way: flag,
    },
  },
  {
    kind: 'round',
    table: 'season_round',
    about: 'How often a round was changed since it was first published',
    key: ['day'],
    isOwn: true,
    columns: { day: text, sequence: int, stops: text },
  },
];

/** A column's name in a line: `hall_id` is `hallId`. */
export const fieldOf = (column: string): string =>
  column.replace(/_(\w)/g, (_, letter: string) => letter.toUpperCase());

/** What a line of a table is, to check one and to describe it. */
export const lineOf = ({ kind, columns }: ArchivedTable) =>
  z.strictObject({
    line: z.literal(kind),
    ...Object.fromEntries(
      Object.entries(columns).map(([column, { schema }]) => [fieldOf(column), schema]),
    ),
  });

/** The version of the archive’s own form. */
export const ARCHIVE_VERSION = 1;

/** The first line of an archive. */
export const Heading = z.strictObject({
  line: z.literal('archive'),
  of: z.literal('velvet-ember'),
  version: z.literal(ARCHIVE_VERSION, {
    error: `this program reads archives of version ${ARCHIVE_VERSION}`,
  }),
});
