import type { VehicleState } from '../core/logbook/state';
import type { Db } from './open';
import { readVehicleStates } from './states';
import { hashOfToken } from './tokens';

/** The stay that a vehicle is on, by when it began; null: it stands nowhere here. */
const stayOf = (state: VehicleState | undefined): number | null =>
  state?.bayId ? state.laidUpAt : null;

/** Gives the owner of a vehicle a link to its record; the one before is good no more. False: not here. */
export function setOwnerLink(
  db: Db,
  link: { readonly vehicleId: string; readonly secret: string; readonly by: string | null },
  at: number,
): boolean {
  const laidUpAt = stayOf(readVehicleStates(db, link.vehicleId).get(link.vehicleId));
  if (laidUpAt === null) return false;
  db.prepare(
    `INSERT INTO owner_link (secret_hash, vehicle_id, laid_up_at, made_at, made_by)
     VALUES (@hash, @vehicleId, @laidUpAt, @at, @by)
     ON CONFLICT (vehicle_id) DO UPDATE SET
       secret_hash = @hash, laid_up_at = @laidUpAt, made_at = @at, made_by = @by`,
  ).run({ hash: hashOfToken(link.secret), vehicleId: link.vehicleId, laidUpAt, at, by: link.by });
  return true;
}

export function dropOwnerLink(db: Db, vehicleId: string): void {
  db.prepare('DELETE FROM owner_link WHERE vehicle_id = ?').run(vehicleId);
}

/** The vehicle that a link leads to; null: to none, or its stay is over. */
export function vehicleOfLink(db: Db, secret: string): string | null {
  const row = db
    .prepare(
      'SELECT vehicle_id AS vehicleId, laid_up_at AS laidUpAt FROM owner_link WHERE secret_hash = ?',
    )
    .get(hashOfToken(secret)) as { vehicleId: string; laidUpAt: number } | undefined;
  if (!row) return null;
  const state = readVehicleStates(db, row.vehicleId).get(row.vehicleId);
  return stayOf(state) === row.laidUpAt ? row.vehicleId : null;
}
