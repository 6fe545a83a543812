import { t } from '../core/language';
import Database from 'better-sqlite3';
import {
  closeSync,
  copyFileSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs';
import { basename, dirname, resolve } from 'node:path';
import { lockFolder, lockOrSay } from './lock';
import {
  APPLICATION_ID,
  StoreProblem,
  dataFile,
  openStore,
  openToRead,
  unwritable,
  type Db,
} from './open';
import { brokenSeal, countEntries, readSeal, seal, unseal } from './seal';

const PARTS = ['', '-wal', '-shm'] as const;
const remove = (file: string) => PARTS.forEach((part) => rmSync(file + part, { force: true }));

/** A consistent copy of the data file, also while the server runs; it carries its own checksum. */
export function backup(folder: string, to: string, now: string): string {
  const file = dataFile(folder);
  if (!existsSync(file)) throw new StoreProblem(t`There is no data in ${folder} to back up.`);
  if (existsSync(to)) throw new StoreProblem(t`${to} is there already; name a file that is not.`);
  const partial = `${resolve(to)}.partial`;
  try {
    mkdirSync(dirname(partial), { recursive: true });
    remove(partial);
    closeSync(openSync(partial, 'wx', 0o600));
    rmSync(partial);
  } catch (error) {
    throw unwritable(dirname(partial), error);
  }
  let entries: number;
  try {
    const from = openToRead(file);
    try {
      from.prepare('VACUUM INTO ?').run(partial);
    } finally {
      from.close();
    }
    const copy = new Database(partial);
    try {
      requireSound(copy, partial);
      entries = seal(copy, now).entries;
    } finally {
      copy.close();
    }
    keepOnDisk(partial);
    renameSync(partial, to);
  } catch (error) {
    remove(partial);
    throw error instanceof StoreProblem
      ? error
      : new StoreProblem(t`${file} cannot be copied: ${wordsOf(error)}`);
  }
  return t`${to} holds ${entries} entries.`;
}

const wordsOf = (error: unknown) => (error instanceof Error ? error.message : String(error));

function requireSound(db: Db, file: string): void {
  let found: unknown;
  try {
    found = db.pragma('integrity_check(3)', { simple: true });
  } catch (error) {
    found = wordsOf(error);
  }
  if (found !== 'ok') throw new StoreProblem(t`${file} is damaged: ${String(found)}`);
}

/** What was written is on disk when this returns. */
function keepOnDisk(file: string): void {
  for (const one of [file, dirname(file)]) {
    const handle = openSync(one, 'r');
    fsyncSync(handle);
    closeSync(handle);
  }
}

/** What a file's own heading says against it; SQLite counts the pages in bytes 28 to 31. */
function requireWhole(file: string): void {
  const { size } = statSync(file);
  if (size === 0) throw new StoreProblem(t`${file} is empty: it is no backup.`);
  const head = Buffer.alloc(100);
  const handle = openSync(file, 'r');
  const read = readSync(handle, head, 0, 100, 0);
  closeSync(handle);
  if (read < 100 || head.toString('latin1', 0, 15) !== 'SQLite format 3') {
    throw new StoreProblem(t`${file} is no data file of Velvet Ember (it is no SQLite file).`);
  }
  const said = head.readUInt16BE(16);
  const whole = (said === 1 ? 65_536 : said) * head.readUInt32BE(28);
  if (size < whole) {
    throw new StoreProblem(
      t`${file} is cut off: it has ${size} bytes of ${whole}. Copy it again from where it was made.`,
    );
  }
}

/**
 * Puts a backup in the place of the data file; the old one is set aside, not deleted. A data file
 * of a server that was killed brings along what still stands in its write-ahead log.
 */
export function restore(folder: string, from: string, stamp: string): string {
  if (!existsSync(from)) throw new StoreProblem(t`${from} is not there.`);
  if (!statSync(from).isFile()) throw new StoreProblem(t`${from} is no file.`);
  requireWhole(from);
  const lock = lockOrSay(folder);
  const file = dataFile(folder);
  // Tried on a copy, so that neither the backup nor the data is touched if it is no good.
  const trial = `${file}.restoring`;
  try {
    copyOver(from, trial);
    const entries = prove(trial, from);
    const aside = setAside(file, `${file}.before-${stamp}`);
    renameSync(trial, file);
    keepOnDisk(file);
    return t`Restored ${entries}.${aside ? t` The data of before is kept in ${aside}.` : ''}`;
  } catch (error) {
    throw error instanceof Error ? new StoreProblem(error.message.replaceAll(trial, from)) : error;
  } finally {
    remove(trial);
    lock.release();
  }
}

function copyOver(from: string, trial: string): void {
  remove(trial);
  const folder = dirname(resolve(from));
  const isLive =
    basename(from) === basename(dataFile(folder)) && existsSync(`${folder}/in-use.lock`);
  const lock = isLive ? lockFolder(folder) : { release: () => undefined };
  if (!lock) {
    throw new StoreProblem(t`A server is using ${from}: make a copy of it with ./ember backup.`);
  }
  try {
    copyFileSync(from, trial);
    if (existsSync(`${from}-wal`)) copyFileSync(`${from}-wal`, `${trial}-wal`);
  } finally {
    lock.release();
  }
}

/** Looks whether a copy is ours, whole and as it was sealed, and brings it up to date. */
function prove(trial: string, from: string): string {
  const copy = new Database(trial);
  let said = '';
  try {
    requireSound(copy, from);
    if (copy.pragma('application_id', { simple: true }) !== APPLICATION_ID) {
      throw new StoreProblem(t`${from} is no data file of Velvet Ember.`);
    }
    const sealed = readSeal(copy);
    if (sealed) {
      const broken = brokenSeal(copy, sealed);
      if (broken) throw new StoreProblem(t`${from} is not as it was made: ${broken}.`);
      said = t`, as they were on ${sealed.madeAt.slice(0, 16).replace('T', ' ')} UTC`;
      unseal(copy);
    } else said = t` (the file carries no checksum: it was copied by hand, or by an older version)`;
  } finally {
    copy.close();
  }
  const db = openStore(trial, { keepsOlder: false });
  const entries = countEntries(db);
  db.pragma('wal_checkpoint(TRUNCATE)');
  db.close();
  return t`${entries} entries${said}`;
}

/** Sets a data file aside with all that belongs to it; answers its new name, or null: none was there. */
function setAside(file: string, aside: string): string | null {
  if (!existsSync(file)) return null;
  try {
    // Whatever still stands in the write-ahead log belongs into the file that is set aside.
    const old = new Database(file);
    old.pragma('wal_checkpoint(TRUNCATE)');
    old.close();
  } catch (error) {
    console.error(
      `The data of before cannot be opened (${wordsOf(error)}): it is set aside as it is.`,
    );
  }
  for (const part of PARTS) if (existsSync(file + part)) renameSync(file + part, aside + part);
  return aside;
}
