import type { Db } from './open';
import { hashOfToken } from './tokens';

/** A new secret address for somebody’s calendar; the one before is good no more. */
export function setCalendarAddress(db: Db, personId: string, secret: string, at: number): void {
  db.prepare(
    `INSERT INTO calendar_address (secret_hash, person_id, made_at) VALUES (?, ?, ?)
     ON CONFLICT (person_id) DO UPDATE SET
       secret_hash = excluded.secret_hash, made_at = excluded.made_at`,
  ).run(hashOfToken(secret), personId, at);
}

export function dropCalendarAddress(db: Db, personId: string): void {
  db.prepare('DELETE FROM calendar_address WHERE person_id = ?').run(personId);
}

/** When somebody’s address was made; null: they have none. */
export const calendarAddressOf = (db: Db, personId: string): number | null =>
  (db.prepare('SELECT made_at FROM calendar_address WHERE person_id = ?').pluck().get(personId) as
    number | undefined) ?? null;

/** Whether a secret is the address of somebody who works here. */
export const isCalendarAddress = (db: Db, secret: string): boolean =>
  db
    .prepare(
      `SELECT 1 FROM calendar_address JOIN person ON person.id = person_id
        WHERE secret_hash = ? AND left_at IS NULL`,
    )
    .get(hashOfToken(secret)) !== undefined;
