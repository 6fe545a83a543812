import { t } from '../core/language';
import Database from 'better-sqlite3';
import {
  chmodSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { homeFolder } from '../env';

export type Db = Database.Database;

const statements = new WeakMap<Db, Map<string, Database.Statement>>();

/** A statement that is compiled once for a connection; `pluck`: of its rows the first column. */
export function prepared(db: Db, sql: string, pluck = false): Database.Statement {
  let known = statements.get(db);
  if (!known) statements.set(db, (known = new Map()));
  const key = pluck ? `${sql} -- pluck` : sql;
  let statement = known.get(key);
  if (!statement) {
    statement = db.prepare(sql);
    if (pluck) statement.pluck();
    known.set(key, statement);
  }
  return statement;
}

/** Marks a SQLite file as ours: the letters VEmb. */
export const APPLICATION_ID = 0x56456d62;

/** Something about the data file that the attendant has to know, in plain words. */
export class StoreProblem extends Error {}

const MIGRATION = /^(\d{4})-.*\.sql$/;

/** The folder of the program; the command line and the server are started in it. */
const migrationsFolder = () => homeFolder('store', 'migrations');

function migrations(): { version: number; sql: string }[] {
  const folder = migrationsFolder();
  return readdirSync(folder)
    .filter((name) => MIGRATION.test(name))
    .sort()
    .map((name) => ({
      version: Number(MIGRATION.exec(name)![1]),
      sql: readFileSync(join(folder, name), 'utf8'),
    }));
}

/** The newest version of the data file that this program knows. */
export function newestVersion(): number {
  return migrations().at(-1)!.version;
}

/** A list of thousands of vehicles is taken in within this: who records meanwhile waits, and loses nothing. */
const BUSY_MS = 60_000;

/**
 * Opens the data file, makes it where there is none, and brings an older one up to date.
 *
 * What is acknowledged is on disk: write-ahead log with a full flush at each commit, and both
 * settings are read back. Throws a `StoreProblem` in plain words for a file that is not ours,
 * is damaged, or was written by a newer program; such a file is not touched. Of a file of an older
 * version a copy as it was is kept beside it, unless `keepsOlder` is false.
 */
export function openStore(file: string, { keepsOlder = true } = {}): Db {
  const isNew = !existsSync(file);
  let db: Db;
  try {
    mkdirSync(dirname(file), { recursive: true, mode: 0o700 });
    db = new Database(file, { timeout: BUSY_MS });
    // Owners, addresses, where keys hang: nobody else on this machine reads that.
    for (const part of [file, `${file}-wal`, `${file}-shm`]) {
      if (existsSync(part)) chmodSync(part, 0o600);
    }
  } catch (error) {
    throw unwritable(file, error);
  }
  try {
    if (!isNew) refuseForeign(db, file);
    db.pragma('journal_mode = WAL');
    db.pragma('synchronous = FULL');
    db.pragma('foreign_keys = ON');
    assertDurable(db);
    if (keepsOlder) keepOlder(db, file);
    migrate(db);
    return db;
  } catch (error) {
    db.close();
    const { code } = error as { code?: string };
    throw code && UNWRITABLE.test(code) ? unwritable(file, error) : error;
  }
}

const UNWRITABLE = /^SQLITE_(READONLY|CANTOPEN|PERM|IOERR|FULL)/;

/** What is said where nothing can be written. */
export function unwritable(where: string, error: unknown): StoreProblem {
  return new StoreProblem(
    t`Nothing can be written to ${where} (${(error as Error).message}). Make the folder writable for the person who runs this, make room on the disk, or name another folder with --data.`,
  );
}

/**
 * Looks through the pages of a data file; null where they are sound, else what is wrong in words.
 * Takes about a second for 100 MB.
 */
export function damageIn(db: Db): string | null {
  let found: string[];
  try {
    found = db.prepare('PRAGMA quick_check(3)').pluck().all() as string[];
  } catch (error) {
    found = [(error as Error).message];
  }
  return found.length === 1 && found[0] === 'ok' ? null : found.join('; ');
}

function refuseForeign(db: Db, file: string): void {
  let id: unknown;
  let version: unknown;
  let tables: unknown;
  try {
    id = db.pragma('application_id', { simple: true });
    version = db.pragma('user_version', { simple: true });
    tables = db.prepare('SELECT count(*) FROM sqlite_schema').pluck().get();
  } catch {
    throw new StoreProblem(
      t`The file ${file} is not a data file of Velvet Ember (it is no SQLite file, or damaged). Name another folder with --data, or restore a backup with ./ember restore FILE.`,
    );
  }
  // An empty file is one that was being made when the machine stopped.
  if (tables === 0 && id === 0) return;
  if (id !== APPLICATION_ID) {
    throw new StoreProblem(
      t`The file ${file} belongs to another program. Name another folder with --data.`,
    );
  }
  const newest = newestVersion();
  if (Number(version) > newest) {
    throw new StoreProblem(
      t`The data file ${file} was written by a newer Velvet Ember (its version is ${String(version)}, this program knows ${newest}). Update the program; the file was not touched.`,
    );
  }
}

/** Reads back what the durability of an acknowledged entry rests on. */
export function assertDurable(db: Db): void {
  const journal = db.pragma('journal_mode', { simple: true });
  const synchronous = db.pragma('synchronous', { simple: true });
  const foreignKeys = db.pragma('foreign_keys', { simple: true });
  if (journal !== 'wal' || synchronous !== 2 || foreignKeys !== 1) {
    throw new StoreProblem(
      t`The disk does not allow safe writing (journal ${String(journal)}, synchronous ${String(synchronous)}). Put the data folder on a local disk.`,
    );
  }
}

/** Opens the data file to read from it alone, as it is. */
export function openToRead(file: string): Db {
  const db = new Database(file, { readonly: true, timeout: 5000 });
  try {
    refuseForeign(db, file);
    return db;
  } catch (error) {
    db.close();
    throw error;
  }
}

/** The name under which a data file of an older version is kept as it was. */
export const olderFile = (file: string, version: number) => `${file}.of-version-${version}`;

/** Copies a file of an older version before it is brought up to date; once for each version. */
function keepOlder(db: Db, file: string): void {
  const version = Number(db.pragma('user_version', { simple: true }));
  const kept = olderFile(file, version);
  if (version === 0 || version === newestVersion() || existsSync(kept)) return;
  const partial = `${kept}.partial`;
  rmSync(partial, { force: true });
  try {
    db.prepare('VACUUM INTO ?').run(partial);
  } catch (error) {
    rmSync(partial, { force: true });
    throw unwritable(dirname(file), error);
  }
  chmodSync(partial, 0o600);
  renameSync(partial, kept);
}

function migrate(db: Db): void {
  if (Number(db.pragma('user_version', { simple: true })) === newestVersion()) return;
  db.transaction(() => {
    const version = Number(db.pragma('user_version', { simple: true }));
    for (const migration of migrations()) {
      if (migration.version <= version) continue;
      db.exec(migration.sql);
      db.pragma(`user_version = ${migration.version}`);
    }
    db.pragma(`application_id = ${APPLICATION_ID}`);
  }).immediate();
}

/** The data file in a data folder. */
export const dataFile = (folder: string) => join(folder, 'velvet-ember.sqlite');

/** Changes with everything that is written to the data file, through whichever connection. */
export const writesOf = (db: Db): string =>
  db
    .prepare("SELECT total_changes() || '/' || data_version FROM pragma_data_version")
    .pluck()
    .get() as string;
