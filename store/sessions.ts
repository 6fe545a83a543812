import { isIdle, isSessionOver, type SessionRules } from '../core/access/session';
import type { Db } from './open';
import type { Person } from './people';
import { hashOfToken } from './tokens';

/** A browser that people may sign in from. */
export interface Paired {
  readonly id: string;
  readonly name: string;
  readonly pairedAt: number;
  /** Name of who paired it; null: from the shell. */
  readonly pairedBy: string | null;
  readonly usedAt: number;
}

/** Codes are good for so long. */
export const CODE_MS = 5 * 60_000;

export function addCode(db: Db, code: string, madeAt: number, madeBy: string | null): void {
  db.transaction(() => {
    db.prepare('DELETE FROM pairing_code WHERE made_at < ?').run(madeAt - CODE_MS);
    db.prepare('INSERT INTO pairing_code (code_hash, made_at, made_by) VALUES (?, ?, ?)').run(
      hashOfToken(code),
      madeAt,
      madeBy,
    );
  })();
}

/** Pairs a browser with a code that is good, and uses the code up; false: it is none, or no more. */
export function pairWith(
  db: Db,
  code: string,
  browser: { readonly id: string; readonly name: string; readonly key: string },
  at: number,
): boolean {
  return db
    .transaction(() => {
      const row = db
        .prepare('DELETE FROM pairing_code WHERE code_hash = ? RETURNING made_at, made_by')
        .get(hashOfToken(code)) as { made_at: number; made_by: string | null } | undefined;
      if (!row || at - row.made_at > CODE_MS) return false;
      db.prepare(
        `INSERT INTO paired (id, name, key_hash, paired_at, paired_by, used_at)
         VALUES (@id, @name, @hash, @at, @by, @at)`,
      ).run({
        ...{ id: browser.id, name: browser.name, hash: hashOfToken(browser.key) },
        ...{ at, by: row.made_by },
      });
      return true;
    })
    .immediate();
}

/** The paired browser of a key; null: there is none, or it was withdrawn. */
export const readPairedBy = (db: Db, key: string): { id: string; name: string } | null =>
  (db
    .prepare('SELECT id, name FROM paired WHERE key_hash = ? AND withdrawn_at IS NULL')
    .get(hashOfToken(key)) as { id: string; name: string } | undefined) ?? null;

export const readPaired = (db: Db): Paired[] =>
  db
    .prepare(
      `SELECT paired.id, paired.name, paired_at AS pairedAt, person.name AS pairedBy,
              used_at AS usedAt
         FROM paired LEFT JOIN person ON person.id = paired_by
        WHERE withdrawn_at IS NULL ORDER BY paired_at`,
    )
    .all() as Paired[];

/** Withdraws a paired browser: who is signed in on it is out at the next request. */
export function withdrawPaired(db: Db, id: string, at: number): boolean {
  return db
    .transaction(() => {
      db.prepare('DELETE FROM session WHERE paired_id = ?').run(id);
      return (
        db
          .prepare('UPDATE paired SET withdrawn_at = ? WHERE id = ? AND withdrawn_at IS NULL')
          .run(at, id).changes > 0
      );
    })
    .immediate();
}

/** A session begins: whoever was signed in on that browser is not any more. */
export function beginSession(
  db: Db,
  session: { readonly token: string; readonly personId: string; readonly pairedId: string },
  at: number,
): void {
  db.transaction(() => {
    db.prepare('DELETE FROM session WHERE paired_id = ?').run(session.pairedId);
    db.prepare(
      `INSERT INTO session (token_hash, person_id, paired_id, began_at, used_at)
       VALUES (?, ?, ?, ?, ?)`,
    ).run(hashOfToken(session.token), session.personId, session.pairedId, at, at);
  })();
}

export function endSession(db: Db, token: string): void {
  db.prepare('DELETE FROM session WHERE token_hash = ?').run(hashOfToken(token));
}

/** Sets the PIN that unlocks a session; null: it is not locked any more. */
export function setPin(db: Db, token: string, pin: string | null): void {
  db.prepare('UPDATE session SET pin = ?, locked_at = NULL WHERE token_hash = ?').run(
    pin,
    hashOfToken(token),
  );
}

/** Locks a session that has a PIN; false: it has none. */
export const lockSession = (db: Db, token: string, at: number): boolean =>
  db
    .prepare(
      'UPDATE session SET locked_at = coalesce(locked_at, ?) WHERE token_hash = ? AND pin IS NOT NULL',
    )
    .run(at, hashOfToken(token)).changes > 0;

export function unlockSession(db: Db, token: string, at: number): void {
  db.prepare('UPDATE session SET locked_at = NULL, used_at = ? WHERE token_hash = ?').run(
    at,
    hashOfToken(token),
  );
}

interface SessionRow extends Person {
  readonly pairedId: string;
  readonly beganAt: number;
  readonly usedAt: number;
  readonly keyHash: string;
  readonly pin: string | null;
  readonly lockedAt: number | null;
}

/** Somebody who is signed in. */
export interface Session {
  readonly person: Person;
  readonly pairedId: string;
  /** Hash of the PIN; null: there is none. */
  readonly pin: string | null;
  /** Nothing is told or taken until it is unlocked. */
  readonly isLocked: boolean;
}

/** When it was used is written down no more often than this. */
const NOTED_MS = 60_000;

/** Who is signed in with a token on a paired browser; null: nobody, or not any more. */
export function readSession(
  db: Db,
  { token, key }: { readonly token: string; readonly key: string },
  at: number,
  rules: SessionRules,
  /** Nobody does anything just now: it does not count as used. */
  onlyLooked = false,
): Session | null {
  const row = db
    .prepare(
      `SELECT person.id, person.name, role, added_at AS addedAt, session.paired_id AS pairedId,
              began_at AS beganAt, session.used_at AS usedAt, paired.key_hash AS keyHash,
              pin, locked_at AS lockedAt
         FROM session
         JOIN person ON person.id = person_id AND left_at IS NULL
         JOIN paired ON paired.id = session.paired_id AND withdrawn_at IS NULL
        WHERE token_hash = ?`,
    )
    .get(hashOfToken(token)) as SessionRow | undefined;
  // A token that was carried to another browser is none.
  if (!row || row.keyHash !== hashOfToken(key)) return null;
  if (isSessionOver(row, at, rules)) {
    endSession(db, token);
    return null;
  }
  const { id, name, role, addedAt, pairedId, pin } = row;
  const isLocked = pin !== null && (row.lockedAt !== null || isIdle(row, at, rules));
  if (isLocked && row.lockedAt === null) lockSession(db, token, at);
  if (!isLocked && !onlyLooked && at - row.usedAt > NOTED_MS) {
    db.prepare('UPDATE session SET used_at = ? WHERE token_hash = ?').run(at, hashOfToken(token));
    db.prepare('UPDATE paired SET used_at = ? WHERE id = ?').run(at, row.pairedId);
  }
  return { person: { id, name, role, addedAt }, pairedId, pin, isLocked };
}
