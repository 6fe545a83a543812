import { t } from '../core/language';
import { z } from 'zod';
import { Line } from '../core/text';
import { BatteryDetails } from '../core/battery/details';
import { usualDetails } from '../core/battery/usual-details';
import type { BatteryFacts } from '../core/record/battery-record';
import { BatterySheet } from '../core/facts/battery';
import { HallSheet } from '../core/facts/hall';
import { SiteSheet } from '../core/facts/site';
import { VehicleSheet } from '../core/facts/vehicle';
import { toDay } from '../core/day';
import { DayName } from '../core/time-limits';
import { Climate, type HallBefore } from '../core/site/climate';
import type { Place } from '../core/site/place';
import { VehicleFacts } from '../core/stay/vehicle-facts';
import { PLAIN_VEHICLE } from '../core/stay/usual';
import { readOrNot } from './read-or-not';
import { prepared, type Db } from './open';

/** Master data as the tables hold it, checked on the way in and out. */
export const Site = z.object({
  name: SiteSheet.shape.name,
  timeZone: SiteSheet.shape.timeZone,
  seasonStart: z.string(),
  seasonEnd: z.string(),
  climate: Climate,
});
export type Site = z.infer<typeof Site>;

export const Hall = z.object({
  id: z.string(),
  ...HallSheet.shape,
  walkOrder: z.int(),
  /** Name of the place where it stands; null: where the attendant begins. */
  place: z.string().nullable().default(null),
});
export type Hall = z.infer<typeof Hall>;

export const Bay = z.object({
  id: z.string(),
  hallId: z.string(),
  mark: z.string().min(1).max(8),
  rowMark: z.string().max(8),
  walkOrder: z.int(),
});
export type Bay = z.infer<typeof Bay>;

export const Vehicle = z.object({
  id: z.string(),
  kind: VehicleSheet.shape.kind,
  name: VehicleSheet.shape.name,
  facts: VehicleFacts,
});
export type Vehicle = z.infer<typeof Vehicle>;

export const Battery = z.object({
  id: z.string(),
  mark: BatterySheet.shape.mark,
  chemistry: BatterySheet.shape.chemistry,
  nominalVolts: BatterySheet.shape.nominalVolts,
  cells: z.int().min(1).max(48),
  capacityAh: BatterySheet.shape.capacityAh,
  fittedYear: BatterySheet.shape.fittedYear,
  details: BatteryDetails,
});
export type Battery = z.infer<typeof Battery>;

/** What the judge has to know of a battery. */
export function factsOf(battery: Battery): BatteryFacts {
  const { chemistry, nominalVolts, cells, capacityAh, fittedYear, details } = battery;
  const { fittedMonth, capsOpen } = details;
  return { chemistry, nominalVolts, cells, capacityAh, fittedYear, fittedMonth, capsOpen };
}

export const Owner = z.object({
  id: z.string(),
  name: Line(1, 80),
  contact: Line(0, 160),
});
export type Owner = z.infer<typeof Owner>;

export function readSite(db: Db): Site | null {
  const row = db
    .prepare(
      `SELECT name, time_zone AS timeZone, season_start AS seasonStart, season_end AS seasonEnd,
              climate
         FROM site`,
    )
    .get() as (Omit<Site, 'climate'> & { climate: string }) | undefined;
  return row ? Site.parse({ ...row, climate: JSON.parse(row.climate) }) : null;
}

/** What the site is called; null: it is not set up yet. */
export const readSiteName = (db: Db): string | null =>
  (prepared(db, 'SELECT name FROM site', true).get() as string | undefined) ?? null;

export function writeSite(db: Db, site: Site): void {
  db.prepare(
    `INSERT INTO site (id, name, time_zone, season_start, season_end, climate)
     VALUES (1, @name, @timeZone, @seasonStart, @seasonEnd, @climate)`,
  ).run({ ...site, climate: JSON.stringify(site.climate) });
}

/** Whether nothing has happened at the site yet: its set-up may be done anew. */
export const isUnused = (db: Db): boolean =>
  // House rules may be chosen before anything stands anywhere.
  db.prepare("SELECT 1 FROM entry WHERE kind <> 'rules-changed' LIMIT 1").get() === undefined &&
  // Chargers and outlets that are there without an entry were counted at the set-up itself.
  ['vehicle', 'reporter', 'hall_day'].every(
    (table) => db.prepare(`SELECT 1 FROM ${table} LIMIT 1`).get() === undefined,
  );

/** Takes away what an earlier set-up made of a site that was not used yet. */
export function clearSite(db: Db): void {
  const made = ['outlet', 'circuit', 'charger', 'bay', 'hall', 'place', 'site'];
  db.exec(made.map((table) => `DELETE FROM ${table};`).join(' '));
}

/** The site's own climate, where a better one than its region's is known. */
export function writeClimate(db: Db, climate: Climate): void {
  db.prepare('UPDATE site SET climate = ?').run(JSON.stringify(Climate.parse(climate)));
}

const HALL_COLUMNS =
  'id, name, kind, setpoint_celsius AS setpointCelsius, note, walk_order AS walkOrder, place';

export function readHalls(db: Db): Hall[] {
  return db
    .prepare(`SELECT ${HALL_COLUMNS} FROM hall WHERE closed_on IS NULL ORDER BY walk_order`)
    .all() as Hall[];
}

/** What halls were until other days, as far as somebody said so, the earliest first. */
export function readHallsBefore(db: Db, halls: readonly Hall[]): Map<string, HallBefore[]> {
  const rows = prepared(
    db,
    `SELECT subject_id AS id, data FROM entry
      WHERE subject_kind = 'hall' AND kind = 'hall-corrected'
        AND json_extract(data, '$.since') IS NOT NULL
        AND NOT EXISTS (SELECT 1 FROM entry AS strike WHERE strike.strikes = entry.id)
      ORDER BY json_extract(data, '$.since') DESC, seq DESC`,
  ).all() as { id: string; data: string }[];
  const was = new Map(
    halls.map(({ id, kind, setpointCelsius }) => [id, { kind, setpointCelsius }]),
  );
  const before = new Map<string, HallBefore[]>();
  for (const { id, data } of rows) {
    const now = was.get(id);
    const change = DatedChange.safeParse(JSON.parse(data));
    if (!now || !change.success) continue;
    const { kind = now.kind, setpointCelsius = now.setpointCelsius } = change.data.was;
    const then = { kind, setpointCelsius };
    was.set(id, then);
    before.set(id, [{ ...then, until: toDay(change.data.since) }, ...(before.get(id) ?? [])]);
  }
  return before;
}

/** Of a dated change of a hall, what its temperatures follow from. */
const DatedChange = z.object({
  since: DayName,
  was: z.object({
    kind: HallSheet.shape.kind.optional(),
    setpointCelsius: HallSheet.shape.setpointCelsius.optional(),
  }),
});

/** The places that are driven to, by name: those where an open hall stands. */
export const readPlaces = (db: Db): Place[] =>
  db
    .prepare(
      `SELECT name, drive_minutes AS driveMinutes FROM place
        WHERE name IN (SELECT place FROM hall WHERE closed_on IS NULL) ORDER BY name`,
    )
    .all() as Place[];

/** Halls and bays that are no more: what happened there was judged there, and stays. */
export function readClosed(db: Db): { halls: Hall[]; bays: Bay[] } {
  return {
    halls: db
      .prepare(`SELECT ${HALL_COLUMNS} FROM hall WHERE closed_on IS NOT NULL ORDER BY walk_order`)
      .all() as Hall[],
    bays: db
      .prepare(
        `SELECT id, hall_id AS hallId, mark, row_mark AS rowMark, walk_order AS walkOrder
           FROM bay WHERE closed_on IS NOT NULL ORDER BY walk_order`,
      )
      .all() as Bay[],
  };
}

export function addHall(db: Db, hall: z.input<typeof Hall>): void {
  db.prepare(
    `INSERT INTO hall (id, name, kind, setpoint_celsius, note, walk_order, place)
     VALUES (@id, @name, @kind, @setpointCelsius, @note, @walkOrder, @place)`,
  ).run(Hall.parse(hall));
}

export function readBays(db: Db): Bay[] {
  return db
    .prepare(
      `SELECT bay.id, bay.hall_id AS hallId, bay.mark, bay.row_mark AS rowMark,
              bay.walk_order AS walkOrder
         FROM bay JOIN hall ON hall.id = bay.hall_id
        WHERE bay.closed_on IS NULL
        ORDER BY hall.walk_order, bay.walk_order`,
    )
    .all() as Bay[];
}

/** Puts a bay where it is walked: a new one, or the one of its mark, which is open again if it was closed. */
/** A place that is driven to. */
export function putPlace(db: Db, place: Place): void {
  db.prepare(
    `INSERT INTO place (name, drive_minutes) VALUES (@name, @driveMinutes)
     ON CONFLICT (name) DO UPDATE SET drive_minutes = @driveMinutes`,
  ).run(place);
}

export function putBay(db: Db, bay: Bay): void {
  prepared(
    db,
    `INSERT INTO bay (id, hall_id, mark, row_mark, walk_order)
     VALUES (@id, @hallId, @mark, @rowMark, @walkOrder)
     ON CONFLICT (mark) DO UPDATE SET
       hall_id = @hallId, row_mark = @rowMark, walk_order = @walkOrder, closed_on = NULL`,
  ).run(Bay.parse(bay));
}

/** A bay that is no more from a day on: what happened there stays on record. */
export const closeBay = (db: Db, id: string, on: string): void =>
  void prepared(db, 'UPDATE bay SET closed_on = ? WHERE id = ?').run(on, id);

/** Rows as they were parsed last, by connection: only what changed is parsed again. */
const parsed = new WeakMap<
  Db,
  Map<string, { readonly text: string | null; readonly row: unknown }>
>();

function remembered<T>(db: Db, key: string, text: string | null, make: () => T): T {
  let known = parsed.get(db);
  if (!known) parsed.set(db, (known = new Map()));
  const entry = known.get(key);
  if (entry && entry.text === text) return entry.row as T;
  const row = make();
  known.set(key, { text, row });
  return row;
}

/** All vehicles, or the one of an id. */
export function readVehicles(db: Db, id: string | null = null): Vehicle[] {
  const rows = db
    .prepare('SELECT id, kind, name, facts FROM vehicle WHERE ? IS NULL OR id = ?')
    .all(id, id) as (Omit<Vehicle, 'facts'> & { facts: string | null })[];
  return rows.map((row) => ({
    ...row,
    facts: remembered(db, `vehicle/${row.id}`, row.facts, () =>
      row.facts === null
        ? PLAIN_VEHICLE
        : (readOrNot(t`the facts of ${row.name}`, VehicleFacts, JSON.parse(row.facts))[0] ??
          PLAIN_VEHICLE),
    ),
  }));
}

/** Writes a vehicle, new or changed. */
export function putVehicle(db: Db, vehicle: Vehicle): void {
  const { facts, ...row } = Vehicle.parse(vehicle);
  prepared(
    db,
    `INSERT INTO vehicle (id, kind, name, facts) VALUES (@id, @kind, @name, @facts)
     ON CONFLICT (id) DO UPDATE SET kind = @kind, name = @name, facts = @facts`,
  ).run({ ...row, facts: JSON.stringify(facts) });
}

/** All batteries, or the one of an id. */
export function readBatteries(db: Db, id: string | null = null): Battery[] {
  const rows = db
    .prepare(
      `SELECT id, mark, chemistry, nominal_volts AS nominalVolts, cells,
              capacity_ah AS capacityAh, fitted_year AS fittedYear, details
         FROM battery WHERE ? IS NULL OR id = ?`,
    )
    .all(id, id) as (Omit<Battery, 'details'> & { details: string | null })[];
  return rows.map((row) => ({
    ...row,
    details: remembered(db, `battery/${row.id}`, row.details, () =>
      row.details === null
        ? usualDetails(row.chemistry)
        : (readOrNot(t`the details of ${row.mark}`, BatteryDetails, JSON.parse(row.details))[0] ??
          usualDetails(row.chemistry)),
    ),
  }));
}

/** Writes a battery, new or changed. */
export function putBattery(db: Db, battery: Battery): void {
  const { details, ...row } = Battery.parse(battery);
  prepared(
    db,
    `INSERT INTO battery (id, mark, chemistry, nominal_volts, cells, capacity_ah, fitted_year,
                          details)
     VALUES (@id, @mark, @chemistry, @nominalVolts, @cells, @capacityAh, @fittedYear, @details)
     ON CONFLICT (id) DO UPDATE SET
       mark = @mark, chemistry = @chemistry, nominal_volts = @nominalVolts, cells = @cells,
       capacity_ah = @capacityAh, fitted_year = @fittedYear, details = @details`,
  ).run({ ...row, details: JSON.stringify(details) });
}

export function readOwners(db: Db): Owner[] {
  return db.prepare('SELECT id, name, contact FROM owner ORDER BY name').all() as Owner[];
}

/** Writes an owner, new or changed. */
export function putOwner(db: Db, owner: Owner): void {
  prepared(
    db,
    `INSERT INTO owner (id, name, contact) VALUES (@id, @name, @contact)
     ON CONFLICT (id) DO UPDATE SET name = @name, contact = @contact`,
  ).run(Owner.parse(owner));
}

/** Erases how an owner is reached; false: nobody, or nothing was known. */
export function eraseContact(db: Db, id: string): boolean {
  // What is freed is overwritten: nothing of it is left in the file.
  db.pragma('secure_delete = ON');
  return (
    db.prepare("UPDATE owner SET contact = '' WHERE id = ? AND contact <> ''").run(id).changes > 0
  );
}

/** Marks already used, so that a new battery gets one of its own. */
export function readBatteryMarks(db: Db): string[] {
  return db.prepare('SELECT mark FROM battery').pluck().all() as string[];
}
