import type { Role } from '../core/access/roles';
import type { Db } from './open';

/** Somebody who works here. */
export interface Person {
  readonly id: string;
  readonly name: string;
  readonly role: Role;
  /** UTC milliseconds. */
  readonly addedAt: number;
}

const PERSON = 'id, name, role, added_at AS addedAt';

export const hasPeople = (db: Db): boolean =>
  db.prepare('SELECT 1 FROM person LIMIT 1').get() !== undefined;

/** Who works here now, by name. */
export const readPeople = (db: Db): Person[] =>
  db
    .prepare(`SELECT ${PERSON} FROM person WHERE left_at IS NULL ORDER BY lower(name)`)
    .all() as Person[];

export const readPerson = (db: Db, id: string): Person | null =>
  (db.prepare(`SELECT ${PERSON} FROM person WHERE id = ? AND left_at IS NULL`).get(id) as
    Person | undefined) ?? null;

/** Somebody by name, with the hash of the passphrase. */
export const readPersonNamed = (db: Db, name: string): (Person & { passphrase: string }) | null =>
  (db
    .prepare(
      `SELECT ${PERSON}, passphrase FROM person WHERE lower(name) = lower(?) AND left_at IS NULL`,
    )
    .get(name) as (Person & { passphrase: string }) | undefined) ?? null;

export const managersBeside = (db: Db, id: string): number =>
  Number(
    db
      .prepare(`SELECT count(*) FROM person WHERE role = 'manager' AND left_at IS NULL AND id <> ?`)
      .pluck()
      .get(id),
  );

export function addPerson(db: Db, person: Person & { passphrase: string }): void {
  db.prepare(
    `INSERT INTO person (id, name, role, passphrase, added_at)
     VALUES (@id, @name, @role, @passphrase, @addedAt)`,
  ).run(person);
}

export function setRole(db: Db, id: string, role: Role): void {
  db.prepare('UPDATE person SET role = ? WHERE id = ?').run(role, id);
}

/** A new passphrase puts out whoever is signed in with the old one. */
export function setPassphrase(db: Db, id: string, passphrase: string): void {
  db.transaction(() => {
    db.prepare('UPDATE person SET passphrase = ? WHERE id = ?').run(passphrase, id);
    db.prepare('DELETE FROM session WHERE person_id = ?').run(id);
  })();
}

/** Somebody works here no more: entries still name them, and they are out at once. */
export function letGo(db: Db, id: string, at: number): void {
  db.transaction(() => {
    db.prepare('UPDATE person SET left_at = ? WHERE id = ? AND left_at IS NULL').run(at, id);
    db.prepare('DELETE FROM session WHERE person_id = ?').run(id);
  })();
}
