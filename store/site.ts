import { z } from 'zod';
import { CHEMISTRY_IDS } from '../core/battery/chemistries';
import { Climate, HALL_KINDS } from '../core/site/climate';
import { VEHICLE_KIND_IDS } from '../core/site/vehicle-kinds';
import type { Db } from './open';

/** Master data as the tables hold it, checked on the way in and out. */
export const Site = z.object({
  name: z.string().trim().min(1).max(80),
  timeZone: z.string().refine(isTimeZone, 'not a time zone that this machine knows'),
  seasonStart: z.string(),
  seasonEnd: z.string(),
  climate: Climate,
});
export type Site = z.infer<typeof Site>;

export const Hall = z.object({
  id: z.string(),
  name: z.string().trim().min(1).max(60),
  kind: z.enum(HALL_KINDS),
  setpointCelsius: z.number().min(-10).max(30).nullable(),
  note: z.string().max(200),
  walkOrder: z.int(),
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
  kind: z.enum(VEHICLE_KIND_IDS),
  name: z.string().trim().min(1).max(60),
});
export type Vehicle = z.infer<typeof Vehicle>;

export const Battery = z.object({
  id: z.string(),
  mark: z.string().trim().min(1).max(12),
  chemistry: z.enum(CHEMISTRY_IDS),
  nominalVolts: z.number().min(2).max(96),
  cells: z.int().min(1).max(48),
  capacityAh: z.number().min(0.5).max(2000),
  fittedYear: z.int().min(1950).max(2100).nullable(),
});
export type Battery = z.infer<typeof Battery>;

function isTimeZone(name: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: name });
    return true;
  } catch {
    return false;
  }
}

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

export function writeSite(db: Db, site: Site): void {
  db.prepare(
    `INSERT INTO site (id, name, time_zone, season_start, season_end, climate)
     VALUES (1, @name, @timeZone, @seasonStart, @seasonEnd, @climate)`,
  ).run({ ...site, climate: JSON.stringify(site.climate) });
}

export function readHalls(db: Db): Hall[] {
  return db
    .prepare(
      `SELECT id, name, kind, setpoint_celsius AS setpointCelsius, note, walk_order AS walkOrder
         FROM hall ORDER BY walk_order`,
    )
    .all() as Hall[];
}

export function addHall(db: Db, hall: Hall): void {
  db.prepare(
    `INSERT INTO hall (id, name, kind, setpoint_celsius, note, walk_order)
     VALUES (@id, @name, @kind, @setpointCelsius, @note, @walkOrder)`,
  ).run(Hall.parse(hall));
}

export function readBays(db: Db): Bay[] {
  return db
    .prepare(
      `SELECT bay.id, bay.hall_id AS hallId, bay.mark, bay.row_mark AS rowMark,
              bay.walk_order AS walkOrder
         FROM bay JOIN hall ON hall.id = bay.hall_id
        ORDER BY hall.walk_order, bay.walk_order`,
    )
    .all() as Bay[];
}

export function addBay(db: Db, bay: Bay): void {
  db.prepare(
    `INSERT INTO bay (id, hall_id, mark, row_mark, walk_order)
     VALUES (@id, @hallId, @mark, @rowMark, @walkOrder)`,
  ).run(Bay.parse(bay));
}

/** All vehicles, or the one of an id. */
export function readVehicles(db: Db, id: string | null = null): Vehicle[] {
  return db
    .prepare('SELECT id, kind, name FROM vehicle WHERE ? IS NULL OR id = ?')
    .all(id, id) as Vehicle[];
}

export function addVehicle(db: Db, vehicle: Vehicle): void {
  db.prepare('INSERT INTO vehicle (id, kind, name) VALUES (@id, @kind, @name)').run(
    Vehicle.parse(vehicle),
  );
}

/** All batteries, or the one of an id. */
export function readBatteries(db: Db, id: string | null = null): Battery[] {
  return db
    .prepare(
      `SELECT id, mark, chemistry, nominal_volts AS nominalVolts, cells,
              capacity_ah AS capacityAh, fitted_year AS fittedYear
         FROM battery WHERE ? IS NULL OR id = ?`,
    )
    .all(id, id) as Battery[];
}

export function addBattery(db: Db, battery: Battery): void {
  db.prepare(
    `INSERT INTO battery (id, mark, chemistry, nominal_volts, cells, capacity_ah, fitted_year)
     VALUES (@id, @mark, @chemistry, @nominalVolts, @cells, @capacityAh, @fittedYear)`,
  ).run(Battery.parse(battery));
}

/** Marks already used, so that a new battery gets one of its own. */
export function readBatteryMarks(db: Db): string[] {
  return db.prepare('SELECT mark FROM battery').pluck().all() as string[];
}
