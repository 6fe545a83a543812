import { existsSync } from 'node:fs';
import { dayName, parseDay, shortDay } from '../core/day';
import { restore } from '../store/backup';
import { listBackups } from '../store/kept-backups';

/**
 * Puts a backup in the place of the data: a file, or one of those that the server kept, named by its
 * day. Without a name it says which there are, and changes nothing.
 */
export function restoreFrom(folder: string, name: string | null, now: string): string {
  const kept = listBackups(folder);
  if (name === null) {
    if (kept.length === 0) {
      return `No backup was kept in ${folder} yet. Name a file: ./ember restore FILE`;
    }
    const lines = kept.map(
      ({ day, entries, bytes }) =>
        `  ${dayName(day)}  ${shortDay(day)}, ${entries === null ? 'cannot be read' : `${entries} entries`}, ${(bytes / 1e6).toFixed(1)} MB`,
    );
    return ['Backups that were kept; ./ember restore DAY puts one in place:', ...lines].join('\n');
  }
  const day = existsSync(name) ? null : parseDay(name);
  const file = kept.find((one) => one.day === day)?.file ?? name;
  return restore(folder, file, now.replaceAll(/[:.]/g, '-'));
}
