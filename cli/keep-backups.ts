import { spawn } from 'node:child_process';
import { setPriority } from 'node:os';
import { basename, join } from 'node:path';
import { dayOf } from '../core/day';
import { dataFile, openToRead } from '../store/open';
import { isBackupDue, listBackups, makeBackup, readBackupReport } from '../store/kept-backups';
import { readSite } from '../store/site';

/** So long after its start a server first looks: who starts and stops it often waits for nothing. */
const FIRST_LOOK_MS = 5 * 60_000;
const LOOKS_EVERY_MS = 30 * 60_000;
/** Behind everything that somebody waits for. */
const GENTLY = 10;

/** Makes a backup in a process of its own, and waits for its end. */
const keepAside = (folder: string, also: string | null): Promise<void> =>
  new Promise((done) => {
    const child = spawn(
      process.execPath,
      [
        ...[join('dist', 'ember.mjs'), 'keep', '--data', folder],
        ...(also === null ? [] : ['--backups', also]),
      ],
      { stdio: ['ignore', 'ignore', 'inherit'] },
    );
    child.once('error', (error) => {
      console.error('no backup could be begun', error);
      done();
    });
    child.once('spawn', () => setPriority(child.pid!, GENTLY));
    child.once('exit', () => done());
  });

/**
 * Sees to it that data folders have a backup of each day, for as long as they are served: one after the
 * other, so that nobody who records anything waits for them. Elsewhere each of several sites has a folder of its name.
 */
export function keepBackups(
  folders: () => readonly string[],
  also: string | null,
): { readonly stop: () => void } {
  let isLooking = false;
  const look = async () => {
    // A large site may take longer than from one look to the next.
    if (isLooking) return;
    isLooking = true;
    try {
      for (const [i, folder] of folders().entries()) {
        const to = also === null || i === 0 ? also : join(also, basename(folder));
        if (isBackupDue(readBackupReport(folder), Date.now())) await keepAside(folder, to);
      }
    } finally {
      isLooking = false;
    }
  };
  const first = setTimeout(() => void look(), FIRST_LOOK_MS);
  const every = setInterval(() => void look(), LOOKS_EVERY_MS);
  first.unref();
  every.unref();
  return {
    stop: () => {
      clearTimeout(first);
      clearInterval(every);
    },
  };
}

/** Makes the backup of today, and says how it went. */
export function keepNow(folder: string, also: string | null): { words: string; isGood: boolean } {
  const at = Date.now();
  const db = openToRead(dataFile(folder));
  const timeZone = readSite(db)?.timeZone ?? 'UTC';
  db.close();
  const { goodAt, entries, wrong } = makeBackup(folder, dayOf(at, timeZone), at, also);
  const kept = listBackups(folder).length;
  if (goodAt !== at) return { words: `No backup was made: ${wrong}`, isGood: false };
  const good = `The backup of today holds ${entries} entries, and was opened and folded anew; ${kept} are kept.`;
  return { words: wrong === null ? good : `${good} But ${wrong}.`, isGood: wrong === null };
}
