import {
  copyFileSync,
  existsSync,
  mkdirSync,
  readFileSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { join } from 'node:path';
import { z } from 'zod';
import { dayName, parseDay, type Day } from '../core/day';
import { backup } from './backup';
import { checkFolds } from './doctor';
import { openToRead } from './open';
import { countEntries, readSeal } from './seal';

/** Backups that a server makes by itself: one a day. */
const FOLDER = 'backups';
/** What those are called that lie elsewhere, beside files of other people. */
const ELSEWHERE = 'velvet-ember-';
const nameOf = (day: Day, called = '') => `${called}${dayName(day)}.sqlite`;
const KEPT_DAYS = 14;
const KEPT_MONTHS = 12;

/** How the last one went; kept beside them. */
const Report = z.strictObject({
  /** The last that is good: made, opened and folded anew; UTC milliseconds. */
  goodAt: z.number().nullable(),
  entries: z.int().nullable(),
  /** Why the last try, or its copy elsewhere, went wrong; null: it did not. */
  wrong: z.string().nullable(),
  triedAt: z.number(),
});
export type BackupReport = z.infer<typeof Report>;

const reportFile = (folder: string) => join(folder, FOLDER, 'last.json');

/** How the last backup of a data folder went; null: none was made yet, or nobody can tell. */
export function readBackupReport(folder: string): BackupReport | null {
  try {
    return Report.parse(JSON.parse(readFileSync(reportFile(folder), 'utf8')));
  } catch {
    return null;
  }
}

/**
 * Which of the days that are kept go: the last fourteen days stay, and of each of the last twelve
 * months the first day that there is; the newest of all always stays.
 */
export function daysToDrop(kept: readonly Day[], today: Day): Day[] {
  const sorted = [...kept].sort((a, b) => a - b);
  const newest = sorted.at(-1);
  const monthOf = (day: Day) => dayName(day).slice(0, 7);
  const months = [...new Set(sorted.map(monthOf))].sort().slice(-KEPT_MONTHS);
  const firsts = new Set(months.map((month) => sorted.find((day) => monthOf(day) === month)));
  return sorted.filter((day) => day <= today - KEPT_DAYS && day !== newest && !firsts.has(day));
}

/** The days of the backups in a folder; other files are nobody's business. */
const daysIn = (folder: string, called = ''): Day[] =>
  existsSync(folder)
    ? readdirSync(folder).flatMap((name) => {
        const day = parseDay(name.slice(called.length, -'.sqlite'.length));
        return day !== null && name === nameOf(day, called) ? [day] : [];
      })
    : [];

/** A backup that can be put in the place of the data file. */
export interface KeptBackup {
  readonly file: string;
  readonly day: Day;
  readonly bytes: number;
  /** Null: it carries no seal, or cannot be read. */
  readonly entries: number | null;
}

/** The backups of a data folder that a server made by itself, the newest first. */
export function listBackups(folder: string): KeptBackup[] {
  const at = join(folder, FOLDER);
  return daysIn(at)
    .sort((a, b) => b - a)
    .map((day) => {
      const file = join(at, nameOf(day));
      return { file, day, bytes: statSync(file).size, entries: entriesIn(file) };
    });
}

function entriesIn(file: string): number | null {
  try {
    const db = openToRead(file);
    try {
      return readSeal(db)?.entries ?? countEntries(db);
    } finally {
      db.close();
    }
  } catch {
    return null;
  }
}

/**
 * Makes the backup of a day: a sealed copy, opened and folded anew before it counts as good, and thins
 * the older ones; copied to `also` (a stick, a share), where the older copies are thinned by the same rule.
 * What goes wrong is written down, and no older one goes because of it.
 */
export function makeBackup(
  folder: string,
  today: Day,
  at: number,
  also: string | null,
): BackupReport {
  const to = join(folder, FOLDER);
  const file = join(to, nameOf(today));
  const before = readBackupReport(folder);
  let report: BackupReport;
  try {
    mkdirSync(to, { recursive: true, mode: 0o700 });
    const fresh = `${file}.new`;
    rmSync(fresh, { force: true });
    backup(folder, fresh, new Date(at).toISOString());
    const entries = prove(fresh);
    renameSync(fresh, file);
    thin(to, today);
    const wrong = also === null ? null : copyAlso(file, also, today);
    report = { goodAt: at, entries, wrong, triedAt: at };
  } catch (error) {
    const wrong = error instanceof Error ? error.message : String(error);
    report = {
      goodAt: before?.goodAt ?? null,
      entries: before?.entries ?? null,
      wrong,
      triedAt: at,
    };
  }
  try {
    writeFileSync(reportFile(folder), `${JSON.stringify(report)}\n`, { mode: 0o600 });
  } catch (error) {
    console.error('how the backup went could not be written down', error);
  }
  return report;
}

/** Opens a copy and folds it anew; throws where that gives something else than the file says. */
function prove(file: string): number {
  const db = openToRead(file);
  try {
    const odd = checkFolds(db);
    if (odd.length > 0) throw new Error(`the copy is not sound: ${odd[0]}`);
    return countEntries(db);
  } finally {
    db.close();
  }
}

function thin(folder: string, today: Day, called = ''): void {
  for (const day of daysToDrop(daysIn(folder, called), today)) {
    rmSync(join(folder, nameOf(day, called)), { force: true });
  }
}

/** Why a copy could not be put elsewhere too; null: it lies there. */
function copyAlso(file: string, also: string, today: Day): string | null {
  try {
    // A stick that is not plugged in is an empty folder of this machine, or none.
    if (!existsSync(also)) return `the folder ${also} is not there: is it plugged in?`;
    const there = join(also, nameOf(today, ELSEWHERE));
    copyFileSync(file, `${there}.partial`);
    if (statSync(`${there}.partial`).size !== statSync(file).size) {
      return `the copy in ${also} is cut off: is it full?`;
    }
    renameSync(`${there}.partial`, there);
    thin(also, today, ELSEWHERE);
    return null;
  } catch (error) {
    return `no copy in ${also}: ${error instanceof Error ? error.message : String(error)}`;
  }
}

const MS_PER_HOUR = 3_600_000;
/** A last good one that is older than this is told on the Yard. */
const LATE_MS = 48 * MS_PER_HOUR;
/** A new one is made when the last is so old: once a day, also where days begin at other hours. */
const DUE_MS = 22 * MS_PER_HOUR;

/** Whether a backup is to be made now. */
export const isBackupDue = (report: BackupReport | null, at: number): boolean =>
  report === null ||
  at - report.triedAt > DUE_MS ||
  (report.wrong !== null && at - report.triedAt > MS_PER_HOUR);

/** What is told of backups on the Yard; null: all is well, or the site is too young. */
export function backupTrouble(
  report: BackupReport | null,
  firstEntryAt: number | null,
  at: number,
): string | null {
  const since = report?.goodAt ?? firstEntryAt;
  if (since === null) return null;
  const why = report?.wrong ? ` The last try: ${report.wrong}.` : '';
  if (at - since <= LATE_MS) {
    return report?.wrong && report.goodAt === report.triedAt
      ? `The backup of today lies beside the data alone: ${report.wrong}.`
      : null;
  }
  const days = Math.floor((at - since) / (24 * MS_PER_HOUR));
  return report?.goodAt
    ? `The last good backup is ${days} days old.${why}`
    : `There is no backup of ${days} days of work.${why}`;
}
