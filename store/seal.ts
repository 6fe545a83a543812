import { t } from '../core/language';
import { createHash } from 'node:crypto';
import type { Db } from './open';

/** What a backup says of itself, so that whoever restores it can tell that it is whole. */
export interface Seal {
  readonly madeAt: string;
  readonly entries: number;
  /** Of every row of every table. */
  readonly sha256: string;
}

const hasTable = (db: Db): boolean =>
  db.prepare("SELECT 1 FROM sqlite_schema WHERE name = 'backup_seal'").get() !== undefined;

/** The seal of a backup; null where it carries none. */
export function readSeal(db: Db): Seal | null {
  if (!hasTable(db)) return null;
  const row = db.prepare('SELECT made_at AS madeAt, entries, sha256 FROM backup_seal').get();
  return (row as Seal | undefined) ?? null;
}

/** Seals a copy as it stands. */
export function seal(db: Db, madeAt: string): Seal {
  const made: Seal = { madeAt, entries: countEntries(db), sha256: checksum(db) };
  db.prepare(
    `INSERT OR REPLACE INTO backup_seal (id, made_at, entries, sha256)
     VALUES (1, @madeAt, @entries, @sha256)`,
  ).run(made);
  return made;
}

/** Takes the seal off: what is put in place goes on living. */
export function unseal(db: Db): void {
  if (hasTable(db)) db.exec('DELETE FROM backup_seal');
}

/** What is wrong with a sealed copy, in words; null: it is as it was sealed. */
export function brokenSeal(db: Db, sealed: Seal): string | null {
  const entries = countEntries(db);
  if (entries !== sealed.entries)
    return t`it holds ${entries} entries, and was sealed with ${sealed.entries}`;
  return checksum(db) === sealed.sha256
    ? null
    : t`its checksum is not the one that it was sealed with`;
}

export const countEntries = (db: Db): number =>
  db.prepare('SELECT count(*) FROM entry').pluck().get() as number;

/** Over all rows of all tables but the seal, each table in the order of its key. */
function checksum(db: Db): string {
  const hash = createHash('sha256');
  const tables = db
    .prepare(
      `SELECT name FROM sqlite_schema
        WHERE type = 'table' AND name NOT LIKE 'sqlite_%' AND name <> 'backup_seal' ORDER BY name`,
    )
    .pluck()
    .all() as string[];
  for (const table of tables) {
    hash.update(`\n${table}\n`);
    const columns = db.pragma(`table_info(${table})`) as { name: string; pk: number }[];
    const key = columns
      .filter(({ pk }) => pk > 0)
      .sort((a, b) => a.pk - b.pk)
      .map(({ name }) => name);
    const rows = db.prepare(`SELECT * FROM ${table} ORDER BY ${key.join(', ') || 'rowid'}`).raw();
    for (const row of rows.iterate() as IterableIterator<unknown[]>) {
      for (const value of row) {
        if (Buffer.isBuffer(value)) hash.update(value);
        else hash.update(JSON.stringify(value));
        hash.update('\x1f');
      }
      hash.update('\x1e');
    }
  }
  return hash.digest('hex');
}
