import { t } from '../core/language';
import type { ChargerConnection } from '../core/site/charging-equipment';
import type { BatteryState, VehicleState } from '../core/logbook/state';
import { prepared, type Db } from './open';

/** A bay or a channel that somebody else has already, in words. */
export class Occupied extends Error {}

/** What a table says of who has what: each place once, and each occupant once. */
interface Occupancy {
  readonly table: 'bay_taken' | 'channel_taken';
  readonly occupant: string;
  readonly place: readonly string[];
}
const BAYS: Occupancy = { table: 'bay_taken', occupant: 'vehicle_id', place: ['bay_id'] };
const CHANNELS: Occupancy = {
  table: 'channel_taken',
  occupant: 'battery_id',
  place: ['charger_id', 'channel'],
};

/**
 * Lets `occupant` have a place, or none (null), in place of what it had. Throws `Occupied` where
 * the place is new to it and another has it. What it had before stays its own, though an older
 * file gave it to two.
 */
function occupy(
  db: Db,
  { table, occupant, place }: Occupancy,
  id: string,
  to: readonly (string | number)[] | null,
  had: () => readonly (string | number)[] | null,
): void {
  prepared(db, `DELETE FROM ${table} WHERE ${occupant} = ?`).run(id);
  if (to === null) return;
  const columns = [...place, occupant].join(', ');
  const added = prepared(
    db,
    `INSERT INTO ${table} (${columns}) VALUES (${'?, '.repeat(place.length)}?)
            ON CONFLICT DO NOTHING`,
  ).run(...to, id).changes;
  if (added === 0 && to.join('\n') !== had()?.join('\n'))
    throw new Occupied(wordsOf(db, table, to));
}

function wordsOf(db: Db, table: Occupancy['table'], to: readonly (string | number)[]): string {
  if (table === 'bay_taken') {
    const { mark, name } = db
      .prepare(
        `SELECT coalesce(bay.mark, bay_taken.bay_id) AS mark,
                coalesce(vehicle.name, bay_taken.vehicle_id) AS name
           FROM bay_taken LEFT JOIN bay ON bay.id = bay_id LEFT JOIN vehicle ON vehicle.id = vehicle_id
          WHERE bay_id = ?`,
      )
      .get(...to) as { mark: string; name: string };
    return t`Bay ${mark} is taken by ${name}: choose another.`;
  }
  const name = db.prepare('SELECT name FROM charger WHERE id = ?').pluck().get(to[0]);
  return t`Channel ${to[1]} of ${String(name ?? to[0])} is taken: two batteries never hang on one channel.`;
}

/** A vehicle stands where its state says. */
export function standIn(
  db: Db,
  vehicleId: string,
  to: Pick<VehicleState, 'bayId'>,
  had: () => Pick<VehicleState, 'bayId'> | null,
): void {
  const bay = (state: ReturnType<typeof had>) => (state?.bayId ? [state.bayId] : null);
  occupy(db, BAYS, vehicleId, bay(to), () => bay(had()));
}

/** A battery hangs where its state says. */
export function hangOn(
  db: Db,
  batteryId: string,
  to: BatteryState,
  had: () => BatteryState | null,
): void {
  const channel = (state: BatteryState | null) => {
    const hangs = state && (state.chargeSince !== null || state.maintainerSince !== null);
    const hook: ChargerConnection | null = hangs ? state.hook : null;
    return hook && [hook.chargerId, hook.channel];
  };
  occupy(db, CHANNELS, batteryId, channel(to), () => channel(had()));
}
