import { t } from '../core/language';
import { ZodError } from 'zod';
import { cellsFor } from '../core/battery/chemistries';
import { BATTERY_FACTS, type BatterySheet } from '../core/facts/battery';
import { firstOther, type Fact, type Facts, type Patch, valueWords } from '../core/facts/fact';
import { HALL_FACTS, type HallSheet } from '../core/facts/hall';
import { SITE_FACTS, type SiteSheet } from '../core/facts/site';
import { VEHICLE_FACTS, type VehicleSheet } from '../core/facts/vehicle';
import type { NewEntry } from '../core/logbook/entry';
import { reasonOf } from '../core/logbook/entry';
import { BatteryDetails } from '../core/battery/details';
import { VehicleFacts } from '../core/stay/vehicle-facts';
import type { Db } from './open';
import { putBattery, putVehicle, readBatteries, readHalls, readSite, readVehicles } from './site';
import { readBatteryStates } from './states';
import { readLatitude } from './stock';

/** All facts of a thing as its tables and its entries have them now; null: it is not here. */
export function readBatterySheet(db: Db, id: string): BatterySheet | null {
  const battery = readBatteries(db, id)[0];
  const state = readBatteryStates(db, id).get(id);
  if (!battery || !state) return null;
  const { mark, chemistry, nominalVolts, capacityAh, fittedYear, details } = battery;
  const { role, place } = state;
  return { mark, role, place, chemistry, nominalVolts, capacityAh, fittedYear, ...details };
}

export function readVehicleSheet(db: Db, id: string): VehicleSheet | null {
  const vehicle = readVehicles(db, id)[0];
  return vehicle ? { kind: vehicle.kind, name: vehicle.name, ...vehicle.facts } : null;
}

export function readHallSheet(db: Db, id: string): HallSheet | null {
  const hall = readHalls(db).find((one) => one.id === id);
  if (!hall) return null;
  const { name, kind, setpointCelsius, note } = hall;
  return { name, kind, setpointCelsius, note };
}

export function readSiteSheet(db: Db): SiteSheet | null {
  const site = readSite(db);
  if (!site) return null;
  const { name, timeZone, seasonStart, seasonEnd } = site;
  return { name, timeZone, seasonStart, seasonEnd, latitude: readLatitude(db) };
}

function writeBatterySheet(db: Db, id: string, sheet: BatterySheet): void {
  const { mark, chemistry, nominalVolts, capacityAh, fittedYear, ...rest } = sheet;
  const details = BatteryDetails.parse(
    Object.fromEntries(Object.keys(BatteryDetails.shape).map((key) => [key, (rest as Patch)[key]])),
  );
  const cells = cellsFor(chemistry, nominalVolts);
  putBattery(db, { id, mark, chemistry, nominalVolts, cells, capacityAh, fittedYear, details });
}

function writeVehicleSheet(db: Db, id: string, { kind, name, ...facts }: VehicleSheet): void {
  putVehicle(db, { id, kind, name, facts: VehicleFacts.parse(facts) });
}

function writeHallSheet(db: Db, id: string, sheet: HallSheet): void {
  db.prepare(
    `UPDATE hall SET name = @name, kind = @kind, setpoint_celsius = @setpointCelsius, note = @note
      WHERE id = @id`,
  ).run({ ...sheet, id });
}

function writeSiteSheet(db: Db, _id: string, sheet: SiteSheet): void {
  db.prepare(
    `UPDATE site SET name = @name, time_zone = @timeZone, season_start = @seasonStart,
                     season_end = @seasonEnd, latitude = @latitude`,
  ).run(sheet);
}

/** Where the facts of a kind of thing are kept. */
interface Keeping {
  readonly facts: Facts<never>;
  readonly read: (db: Db, id: string) => Patch | null;
  readonly write: (db: Db, id: string, sheet: never) => void;
}
const keeping = <S extends object>(
  facts: Facts<S>,
  read: (db: Db, id: string) => S | null,
  write: (db: Db, id: string, sheet: S) => void,
) => ({ facts, read, write }) as unknown as Keeping;

const KEEPING: Partial<Readonly<Record<NewEntry['kind'], Keeping>>> = {
  'battery-corrected': keeping(BATTERY_FACTS, readBatterySheet, writeBatterySheet),
  'vehicle-corrected': keeping(VEHICLE_FACTS, readVehicleSheet, writeVehicleSheet),
  'hall-corrected': keeping(HALL_FACTS, readHallSheet, writeHallSheet),
  'site-corrected': keeping(SITE_FACTS, readSiteSheet, writeSiteSheet),
};

/** Whether an entry corrects what the tables have. */
export const isCorrection = ({ kind }: Pick<NewEntry, 'kind'>): boolean => kind in KEEPING;

interface Change {
  readonly was: Patch;
  readonly now: Patch;
}

/**
 * Writes what a correction says, or what was written before it where it is struck. The reason why
 * not, in words, where the thing is not what was corrected, or may not be what it would become.
 */
export function applyCorrection(
  db: Db,
  entry: Pick<NewEntry, 'kind' | 'subjectId' | 'data'>,
  isStruck: boolean,
): string | null {
  const kept = KEEPING[entry.kind];
  if (!kept) return null;
  const { was, now } = entry.data as unknown as Change;
  const [from, to] = isStruck ? [now, was] : [was, now];
  const { facts, read, write } = kept;
  const sheet = read(db, entry.subjectId);
  if (!sheet) return t`${facts.thing} is not here.`;
  const other = firstOther(sheet, from);
  if (other !== null) {
    const fact = (facts.facts as Readonly<Record<string, Fact>>)[other]!;
    return t`${fact.label} of ${facts.thing} is ${valueWords(fact, sheet[other])} meanwhile: look again, and correct that.`;
  }
  const whole = { ...sheet, ...to };
  const next = facts.schema.safeParse(whole);
  // What is wrong besides, from an older version, is corrected in its turn.
  const wrong = next.error?.issues.find(({ path }) => String(path[0]) in to);
  if (wrong && !isStruck) return `now.${wrong.path.join('.')}: ${wrong.message}`;
  const problem = next.success ? facts.problem(next.data) : null;
  if (problem !== null && !isStruck) return `${problem}.`;
  try {
    write(db, entry.subjectId, (next.data ?? whole) as never);
    return null;
  } catch (error) {
    if (error instanceof ZodError)
      return t`${facts.thing} is not as it can be: ${reasonOf(error)}.`;
    if ((error as { code?: string }).code !== 'SQLITE_CONSTRAINT_UNIQUE') throw error;
    const name = String(to['mark'] ?? to['name']);
    return t`Another one is called ${name}: two of one name cannot be told apart.`;
  }
}
