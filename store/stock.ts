import { t } from '../core/language';
import {
  Charger,
  Circuit,
  HallAir,
  Outlet,
  type ChargingEquipment,
} from '../core/site/charging-equipment';
import type { z } from 'zod';
import { readOrNot } from './read-or-not';
import type { Db } from './open';

/** Everything a site charges with, by name; without what cannot be read. */
export function readStock(db: Db): ChargingEquipment {
  const chargers = db
    .prepare('SELECT id, hall_id, name, facts FROM charger ORDER BY name')
    .all() as {
    id: string;
    hall_id: string;
    name: string;
    facts: string;
  }[];
  const circuits = db
    .prepare('SELECT id, hall_id AS hallId, name, amps FROM circuit ORDER BY name')
    .all() as Circuit[];
  const outlets = db
    .prepare(
      'SELECT id, hall_id AS hallId, circuit_id AS circuitId, name, amps, bays, post FROM outlet ORDER BY name',
    )
    .all() as (Omit<Outlet, 'bays' | 'post'> & { bays: string; post: 0 | 1 })[];
  const air = db
    .prepare(
      `SELECT id AS hallId, airflow_m3_per_hour AS airflowM3PerHour, opening_cm2 AS openingCm2
         FROM hall ORDER BY walk_order`,
    )
    .all() as HallAir[];
  return {
    chargers: chargers.flatMap(({ id, hall_id: hallId, name, facts }) =>
      readOrNot(t`charger ${name}`, Charger, {
        ...(JSON.parse(facts) as object),
        id,
        hallId,
        name,
      }),
    ),
    circuits,
    outlets: outlets.map((outlet) => ({
      ...outlet,
      bays: JSON.parse(outlet.bays) as string[],
      post: outlet.post === 1,
    })),
    air,
  };
}

/** Writes a charger, new or changed. */
export function putCharger(db: Db, charger: Charger): void {
  const { id, hallId, name, ...facts } = Charger.parse(charger);
  db.prepare(
    `INSERT INTO charger (id, hall_id, name, facts) VALUES (@id, @hallId, @name, @facts)
     ON CONFLICT (id) DO UPDATE SET hall_id = @hallId, name = @name, facts = @facts`,
  ).run({ id, hallId, name, facts: JSON.stringify(facts) });
}

export function putCircuit(db: Db, circuit: Circuit): void {
  db.prepare(
    `INSERT INTO circuit (id, hall_id, name, amps) VALUES (@id, @hallId, @name, @amps)
     ON CONFLICT (id) DO UPDATE SET hall_id = @hallId, name = @name, amps = @amps`,
  ).run(Circuit.parse(circuit));
}

export function putOutlet(db: Db, outlet: z.input<typeof Outlet>): void {
  const row = Outlet.parse(outlet);
  db.prepare(
    `INSERT INTO outlet (id, hall_id, circuit_id, name, amps, bays, post)
     VALUES (@id, @hallId, @circuitId, @name, @amps, @bays, @post)
     ON CONFLICT (id) DO UPDATE SET hall_id = @hallId, circuit_id = @circuitId, name = @name,
       amps = @amps, bays = @bays, post = @post`,
  ).run({ ...row, bays: JSON.stringify(row.bays), post: Number(row.post) });
}

export function writeAir(db: Db, air: HallAir): void {
  db.prepare(
    'UPDATE hall SET airflow_m3_per_hour = @airflowM3PerHour, opening_cm2 = @openingCm2 WHERE id = @hallId',
  ).run(HallAir.parse(air));
}

/** One record of the stock as it is written down, the air of a hall by the hall; null: there is none. */
export function readInStock(
  db: Db,
  kind: StockKind | 'air',
  id: string,
): { readonly name: string; readonly sheet: object } | null {
  const { chargers, circuits, outlets, air } = readStock(db);
  if (kind === 'air') {
    const name = db.prepare('SELECT name FROM hall WHERE id = ?').pluck().get(id) as
      string | undefined;
    const sheet = air.find(({ hallId }) => hallId === id);
    return name === undefined || !sheet ? null : { name, sheet };
  }
  const all: readonly (Charger | Circuit | Outlet)[] = {
    charger: chargers,
    circuit: circuits,
    outlet: outlets,
  }[kind];
  const sheet = all.find((one) => one.id === id);
  return sheet ? { name: sheet.name, sheet } : null;
}

const TABLES = { charger: 'charger', circuit: 'circuit', outlet: 'outlet' } as const;
export type StockKind = keyof typeof TABLES;

/** Takes something out of the stock; false where something else still leans on it. */
export function dropStock(db: Db, kind: StockKind, id: string): boolean {
  try {
    db.prepare(`DELETE FROM ${TABLES[kind]} WHERE id = ?`).run(id);
    return true;
  } catch (error) {
    if ((error as { code?: string }).code === 'SQLITE_CONSTRAINT_FOREIGNKEY') return false;
    throw error;
  }
}

export function readLatitude(db: Db): number | null {
  return (db.prepare('SELECT latitude FROM site').pluck().get() as number | null) ?? null;
}

export function writeLatitude(db: Db, latitude: number | null): void {
  db.prepare('UPDATE site SET latitude = ?').run(latitude);
}
