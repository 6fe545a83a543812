import { existsSync } from 'node:fs';
import { shortDay } from '../core/day';
import { dataFile, openStore, openToRead } from '../store/open';
import { examine } from '../store/doctor';
import { listBackups, readBackupReport } from '../store/kept-backups';
import { lockOrSay } from '../store/lock';
import { rebuildStates } from '../store/states';
import { Trouble } from './trouble';

/** Looks through a data folder and says what to do; with `mends`, folds anew what is not as it should be. */
export function doctor(folder: string, mends: boolean): { lines: string[]; isSound: boolean } {
  const file = dataFile(folder);
  if (!existsSync(file))
    throw new Trouble(`There is no data in ${folder}: ./ember start makes it.`);
  const lines: string[] = [];
  if (mends) {
    const lock = lockOrSay(folder);
    try {
      const db = openStore(file);
      rebuildStates(db);
      db.close();
      lines.push('All was folded anew from the entries.');
    } finally {
      lock.release();
    }
  }
  const db = openToRead(file);
  let isSound = true;
  try {
    for (const { what, wrong, then } of examine(db)) {
      lines.push(`${wrong.length === 0 ? 'sound ' : 'LOOK  '} ${what}`);
      lines.push(...wrong.map((words) => `         ${words}`));
      if (wrong.length > 0) {
        isSound = false;
        lines.push(`         What to do: ${then}.`);
      }
    }
  } finally {
    db.close();
  }
  const newest = listBackups(folder)[0];
  const report = readBackupReport(folder);
  if (newest) {
    const { day, entries } = newest;
    lines.push(`sound  the newest backup, ${shortDay(day)} (${entries ?? 'no'} entries)`);
  } else {
    lines.push('LOOK   there is no backup beside it: ./ember keep makes one now');
    isSound = false;
  }
  if (report?.wrong) {
    isSound = false;
    lines.push(`LOOK   the last try of a backup: ${report.wrong}`);
  }
  return { lines, isSound };
}
