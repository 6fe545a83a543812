import 'server-only';
import { env } from '../../env';
import { firstRecordedAt } from '../../store/entries';
import { backupTrouble, readBackupReport } from '../../store/kept-backups';
import { here } from './here';
import { db } from './store';

/** What is to be told of the backups of this site; null: all is well, or this server makes none. */
export function troubleOfBackups(): string | null {
  if (env('EMBER_BACKUPS') === 'none') return null;
  // By the real clock: backups are made by it, whatever day the site has.
  return backupTrouble(readBackupReport(here().folder), firstRecordedAt(db()), Date.now());
}
