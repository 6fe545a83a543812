import { t, msg, withWords } from '../../core/language';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { dayName, dayOf } from '../../core/day';
import { BATTERY_FACTS } from '../../core/facts/battery';
import { valueWords, type Fact } from '../../core/facts/fact';
import { VEHICLE_FACTS } from '../../core/facts/vehicle';
import { groupBy } from '../../core/group';
import { inOrder, type Entry } from '../../core/logbook/entry';
import { readAllEntries, readEntriesOfBattery } from '../../store/entries';
import type { Db } from '../../store/open';
import { readPlan } from '../../store/season-plans';
import { readBatterySheet, readVehicleSheet } from '../../store/sheets';
import {
  readBatteries,
  readBays,
  readHalls,
  readOwners,
  readSite,
  readVehicles,
} from '../../store/site';
import { readBatteryStates, readVehicleStates } from '../../store/states';
import { readStock } from '../../store/stock';
import { unpackTrace } from '../../store/traces';
import { entryWords } from '../logbook/words';

type Cell = string | number | boolean | null;

/** A table that is taken out of a site: what its columns are, with their units, and its rows. */
export interface Table {
  readonly about: string;
  readonly header: readonly string[];
  readonly rows: (db: Db) => Iterable<readonly Cell[]>;
}

const instant = (at: number | null) => (at === null ? null : new Date(at).toISOString());
const byId = <T extends { readonly id: string }>(list: readonly T[]) =>
  new Map(list.map((one) => [one.id, one]));

/** How things are called in the rows of all tables. */
function namesOf(db: Db) {
  const vehicles = byId(readVehicles(db));
  const batteries = byId(readBatteries(db));
  const halls = byId(readHalls(db));
  const bays = byId(readBays(db));
  return {
    vehicle: (id: string | null) => (id === null ? '' : (vehicles.get(id)?.name ?? id)),
    battery: (id: string) => batteries.get(id)?.mark ?? id,
    hall: (id: string | undefined) => (id === undefined ? '' : (halls.get(id)?.name ?? id)),
    bay: (id: string | null) => (id === null ? null : (bays.get(id) ?? null)),
    marks: Object.fromEntries([...bays].map(([id, { mark }]) => [id, mark])),
    subject: ({ subjectKind, subjectId }: Entry) => {
      if (subjectKind === 'battery') return batteries.get(subjectId)?.mark ?? subjectId;
      if (subjectKind === 'vehicle') return vehicles.get(subjectId)?.name ?? subjectId;
      if (subjectKind === 'hall') return halls.get(subjectId)?.name ?? subjectId;
      return '';
    },
  };
}

function* logbook(db: Db) {
  const names = namesOf(db);
  const entries = readAllEntries(db);
  const struck = new Set(entries.flatMap(({ strikes }) => strikes ?? []));
  for (const entry of entries) {
    const { what, value } = entryWords(entry, names.marks);
    yield [
      entry.at,
      entry.recordedAt,
      entry.subjectKind,
      names.subject(entry),
      what,
      value,
      entry.by,
      struck.has(entry.id),
      entry.id,
    ];
  }
}

const VEHICLE_NAMES = Object.keys(VEHICLE_FACTS.facts).filter(
  (name) => name !== 'kind' && name !== 'name',
);
const BATTERY_NAMES = Object.keys(BATTERY_FACTS.facts).filter((name) => name !== 'mark');
const headed = (facts: Readonly<Record<string, Fact>>, names: readonly string[]) =>
  names.map((name) => {
    const { label, ask } = facts[name]!;
    return ask.by === 'number' && ask.unit ? `${label}, ${ask.unit}` : label;
  });
/** A fact as a cell: figures as figures, what nobody knows empty. */
const cell = (fact: Fact, value: unknown): Cell => {
  if (value === null || value === undefined) return null;
  return fact.ask.by === 'number' ? Number(value) : valueWords(fact, value);
};
const cells = (facts: Readonly<Record<string, Fact>>, names: readonly string[], sheet: object) =>
  names.map((name) => cell(facts[name]!, (sheet as Record<string, unknown>)[name]));

function* vehicles(db: Db) {
  const names = namesOf(db);
  const owners = byId(readOwners(db));
  const { timeZone } = readSite(db)!;
  const states = readVehicleStates(db);
  for (const { id, name, kind } of readVehicles(db)) {
    const state = states.get(id);
    const bay = names.bay(state?.bayId ?? null);
    const owner = owners.get(state?.terms.ownerId ?? '');
    const laidUpAt = state?.laidUpAt ?? null;
    yield [
      name,
      valueWords(VEHICLE_FACTS.facts.kind, kind),
      bay?.mark ?? null,
      names.hall(bay?.hallId),
      owner?.name ?? null,
      owner?.contact ?? null,
      laidUpAt === null ? null : dayName(dayOf(laidUpAt, timeZone)),
      state?.collectOn ?? null,
      ...cells(VEHICLE_FACTS.facts, VEHICLE_NAMES, readVehicleSheet(db, id)!),
      id,
    ];
  }
}

function* batteries(db: Db) {
  const names = namesOf(db);
  for (const { id, mark } of readBatteries(db)) {
    const sheet = readBatterySheet(db, id);
    const state = readBatteryStates(db, id).get(id);
    if (!sheet || !state) continue;
    yield [
      mark,
      names.vehicle(state.vehicleId),
      ...cells(BATTERY_FACTS.facts, BATTERY_NAMES, sheet),
      state.goneAt !== null ? 'gone' : state.out ? t`on the bench` : 'fitted',
      state.drawMa,
      instant(state.lastFullAt),
      id,
    ];
  }
}

function* readings(db: Db) {
  const names = namesOf(db);
  for (const [id, state] of readBatteryStates(db)) {
    for (const { at, volts, celsius, restedHours, fed } of state.readings) {
      yield [
        instant(at),
        names.battery(id),
        names.vehicle(state.vehicleId),
        volts,
        celsius,
        restedHours,
        fed,
      ];
    }
  }
}

function* charges(db: Db) {
  const names = namesOf(db);
  const chargers = byId(readStock(db).chargers);
  for (const [id, state] of readBatteryStates(db)) {
    for (const { from, to, full, ampHours, hook } of state.charges) {
      const charger = hook ? (chargers.get(hook.chargerId)?.name ?? hook.chargerId) : null;
      yield [instant(from), instant(to), names.battery(id), full, ampHours ?? null, charger];
    }
  }
}

function* draws(db: Db) {
  const names = namesOf(db);
  for (const { id } of readBatteries(db)) {
    for (const entry of inOrder(readEntriesOfBattery(db, id))) {
      if (entry.kind !== 'draw') continue;
      const { milliamps, low, high, source, traceId } = entry.data;
      yield [
        entry.at,
        names.battery(id),
        milliamps,
        low ?? null,
        high ?? null,
        source ?? null,
        traceId ?? null,
      ];
    }
  }
}

function* traces(db: Db) {
  const names = namesOf(db);
  const rows = db
    .prepare('SELECT id, battery_id AS batteryId, at, packed FROM trace ORDER BY at, id')
    .iterate() as IterableIterator<{ id: string; batteryId: string; at: string; packed: Buffer }>;
  for (const { id, batteryId, at, packed } of rows) {
    const { seconds, amps } = unpackTrace(packed);
    for (let i = 0; i < seconds.length; i++) {
      yield [id, names.battery(batteryId), at, seconds[i]!, amps[i]!];
    }
  }
}

function* temperatures(db: Db) {
  const names = namesOf(db);
  const rows = db
    .prepare(
      'SELECT hall_id AS hallId, day, mean, min, foretold FROM hall_day ORDER BY hall_id, day',
    )
    .iterate() as IterableIterator<{
    hallId: string;
    day: string;
    mean: number;
    min: number;
    foretold: number;
  }>;
  for (const { hallId, day, mean, min, foretold } of rows) {
    yield [names.hall(hallId), day, mean, min, foretold === 1];
  }
}

function* plan(db: Db) {
  const names = namesOf(db);
  const chargers = byId(readStock(db).chargers);
  for (const { date, stops } of readPlan(db)?.plan.rounds ?? []) {
    for (const { hall, visits } of stops) {
      for (const { battery, jobs, charger } of visits) {
        const by = charger === undefined ? null : (chargers.get(charger)?.name ?? charger);
        yield [date, names.hall(hall), names.battery(battery), jobs.join(', '), by];
      }
    }
  }
}

/** Those on record as at their end, by the attempts to bring them back. */
function* condemned(db: Db) {
  const names = namesOf(db);
  const facts = byId(readBatteries(db));
  for (const [id, { recovered, vehicleId, goneAt }] of readBatteryStates(db)) {
    if (recovered === null || recovered.verdict === 'keep') continue;
    const battery = facts.get(id);
    yield [
      names.battery(id),
      names.vehicle(vehicleId),
      battery ? CHEMISTRIES[battery.chemistry].label : null,
      battery?.capacityAh ?? null,
      instant(recovered.at),
      recovered.why,
      goneAt === null ? null : instant(goneAt),
    ];
  }
}

/** Who stands where, hall by hall in walking order. */
function* halls(db: Db) {
  const names = namesOf(db);
  const states = readVehicleStates(db);
  const byBay = groupBy(
    readVehicles(db).filter(({ id }) => states.get(id)?.bayId),
    ({ id }) => states.get(id)!.bayId!,
  );
  for (const { id, hallId, mark } of readBays(db)) {
    const here = byBay.get(id) ?? [];
    if (here.length === 0) yield [names.hall(hallId), mark, null, null];
    for (const vehicle of here) {
      yield [names.hall(hallId), mark, vehicle.name, states.get(vehicle.id)!.collectOn];
    }
  }
}

/** Every table that can be taken out, by its file's name. */
export const TABLES = withWords({
  logbook: {
    about: msg`Every entry, in the order of recording`,
    header: [
      ...[
        msg`At, UTC`,
        msg`Recorded, UTC`,
        msg`About`,
        msg`Which`,
        msg`What`,
        msg`Value`,
        msg`By`,
        msg`Struck`,
        msg`Id`,
      ],
    ],
    rows: logbook,
  },
  vehicles: {
    about: msg`Vehicles with their owners and facts`,
    get header() {
      return [
        ...[t`Name`, t`Kind`, t`Bay`, t`Hall`, t`Owner`, t`Contact`, t`Laid up`, t`Collected`],
        ...headed(VEHICLE_FACTS.facts, VEHICLE_NAMES),
        t`Id`,
      ];
    },
    rows: vehicles,
  },
  batteries: {
    about: msg`Batteries with their facts`,
    get header() {
      return [
        ...[t`Mark`, t`Vehicle`],
        ...headed(BATTERY_FACTS.facts, BATTERY_NAMES),
        ...[t`Is`, t`Draw, mA`, t`Last full, UTC`, t`Id`],
      ];
    },
    rows: batteries,
  },
  readings: {
    about: msg`Resting voltages`,
    header: [
      msg`At, UTC`,
      msg`Battery`,
      msg`Vehicle`,
      msg`Volts, V`,
      msg`Case, °C`,
      msg`Rested, h`,
      msg`Fed meanwhile`,
    ],
    rows: readings,
  },
  charges: {
    about: msg`Charges that ended`,
    header: [
      msg`From, UTC`,
      msg`To, UTC`,
      msg`Battery`,
      msg`Full`,
      msg`Out of the charger, Ah`,
      msg`Charger`,
    ],
    rows: charges,
  },
  draws: {
    about: msg`Draws that were measured`,
    header: [
      msg`At, UTC`,
      msg`Battery`,
      msg`Draw, mA`,
      msg`Low, mA`,
      msg`High, mA`,
      msg`By`,
      msg`Trace`,
    ],
    rows: draws,
  },
  traces: {
    about: msg`Logged currents, sample by sample`,
    header: [msg`Trace`, msg`Battery`, msg`Began, UTC`, msg`Time, s`, msg`Current, A`],
    rows: traces,
  },
  temperatures: {
    about: msg`Days of the halls`,
    header: [msg`Hall`, msg`Day`, msg`Mean, °C`, msg`Lowest, °C`, msg`Foretold`],
    rows: temperatures,
  },
  plan: {
    about: msg`The plan of the season that holds`,
    header: [msg`Round`, msg`Hall`, msg`Battery`, msg`Jobs`, msg`Charger`],
    rows: plan,
  },
  halls: {
    about: msg`Who stands where, hall by hall`,
    header: [msg`Hall`, msg`Bay`, msg`Vehicle`, msg`Collected`],
    rows: halls,
  },
  condemned: {
    about: msg`Batteries that are at their end`,
    header: [
      ...[
        msg`Battery`,
        msg`Vehicle`,
        msg`Chemistry`,
        msg`Capacity, Ah`,
        msg`Since, UTC`,
        msg`Why`,
        msg`Gone, UTC`,
      ],
    ],
    rows: condemned,
  },
} as const satisfies Readonly<Record<string, Table>>);

export type TableName = keyof typeof TABLES;
export const TABLE_NAMES = Object.keys(TABLES) as TableName[];
