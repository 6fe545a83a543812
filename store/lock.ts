import { t } from '../core/language';
import Database from 'better-sqlite3';
import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { StoreProblem, unwritable } from './open';

/**
 * A data folder that one process has for itself. The lock is the operating system's own, on an
 * open file: it ends with the process, however that ends, and no number of a process is believed.
 */
export interface FolderLock {
  readonly release: () => void;
}

/**
 * Takes the lock of a data folder; null where another process has it. Throws a `StoreProblem`
 * where nothing can be written there.
 */
export function lockFolder(folder: string): FolderLock | null {
  const file = join(folder, 'in-use.lock');
  let db: Database.Database;
  try {
    mkdirSync(folder, { recursive: true, mode: 0o700 });
    db = new Database(file, { timeout: 0 });
  } catch (error) {
    throw unwritable(folder, error);
  }
  try {
    db.pragma('locking_mode = EXCLUSIVE');
    db.exec('BEGIN EXCLUSIVE');
    return { release: () => db.close() };
  } catch (error) {
    db.close();
    if ((error as { code?: string }).code === 'SQLITE_BUSY') return null;
    throw unwritable(folder, error);
  }
}

/** The lock of a folder, or a plain word that another server has it. */
export function lockOrSay(folder: string): FolderLock {
  const lock = lockFolder(folder);
  if (lock) return lock;
  throw new StoreProblem(
    t`A server of Velvet Ember is using ${folder}: stop it first, or name another folder with --data.`,
  );
}
