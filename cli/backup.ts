import Database from 'better-sqlite3';
import { copyFileSync, existsSync, mkdirSync, renameSync, rmSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import { lastSeq } from '../store/entries';
import { dataFile, openStore, openToRead } from '../store/open';
import { Trouble, runningServer } from './server';

/** A consistent copy of the data file, also while the server runs. */
export async function backup(folder: string, to: string): Promise<string> {
  const file = dataFile(folder);
  if (!existsSync(file)) throw new Trouble(`There is no data in ${folder} to back up.`);
  if (existsSync(to)) throw new Trouble(`${to} is there already; name a file that is not.`);
  mkdirSync(dirname(resolve(to)), { recursive: true });
  const db = openToRead(file);
  try {
    await db.backup(to);
  } finally {
    db.close();
  }
  return `${to} holds ${entriesIn(to)} entries.`;
}

function entriesIn(file: string): number {
  const db = new Database(file, { readonly: true });
  try {
    const sound = db.pragma('integrity_check', { simple: true });
    if (sound !== 'ok') throw new Trouble(`${file} is damaged: ${String(sound)}`);
    return lastSeq(db);
  } finally {
    db.close();
  }
}

/** Puts a backup in the place of the data file; the old one is set aside, not deleted. */
export function restore(folder: string, from: string, stamp: string): string {
  if (!existsSync(from)) throw new Trouble(`${from} is not there.`);
  const running = runningServer(folder);
  if (running) {
    throw new Trouble(`The server on port ${running.port} is using ${folder}: stop it first.`);
  }
  const file = dataFile(folder);
  mkdirSync(folder, { recursive: true });
  // Tried on a copy, so that neither the backup nor the data is touched if it is no good.
  const trial = `${file}.restoring`;
  copyFileSync(from, trial);
  let entries: number;
  try {
    openStore(trial).close();
    entries = entriesIn(trial);
  } catch (error) {
    for (const suffix of ['', '-wal', '-shm']) rmSync(trial + suffix, { force: true });
    throw error instanceof Error ? new Trouble(error.message.replaceAll(trial, from)) : error;
  }
  let aside = '';
  if (existsSync(file)) {
    aside = `${file}.before-${stamp}`;
    // Whatever still stands in the write-ahead log belongs into the file that is set aside.
    const old = new Database(file);
    old.pragma('wal_checkpoint(TRUNCATE)');
    old.close();
    renameSync(file, aside);
  }
  for (const suffix of ['-wal', '-shm']) rmSync(file + suffix, { force: true });
  renameSync(trial, file);
  return `Restored ${entries} entries.${aside ? ` The data of before is kept in ${aside}.` : ''}`;
}
