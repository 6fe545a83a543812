import { t } from '../core/language';
import { v7 as uuidv7 } from 'uuid';
import { makeEntry, type Entry } from '../core/logbook/entry';
import { THE_SITE } from '../core/logbook/kind';
import type { DoorEvent } from '../core/logbook/kinds/door';
import { readEntriesOf } from './entries';
import { recordEntry } from './record';
import type { Db } from './open';

interface About {
  /** By id. */
  readonly personId?: string | null;
  readonly pairedId?: string | null;
  /** Name of a device that is no browser. */
  readonly on?: string;
  /** Who did it; absent: whom it is about. */
  readonly by?: string;
}

/** Writes into the logbook what happened at the door, in one transaction with what is about it. */
export function noteDoor(db: Db, at: number, what: DoorEvent, about: About): void {
  const nameIn = (table: 'person' | 'paired', id: string | null | undefined) =>
    (id
      ? (db.prepare(`SELECT name FROM ${table} WHERE id = ?`).pluck().get(id) as string | undefined)
      : undefined) ?? null;
  const who = nameIn('person', about.personId);
  const on = about.on ?? nameIn('paired', about.pairedId);
  const by = about.by ?? (what === 'turned-away' ? null : who) ?? t`the door`;
  const entry = makeEntry(
    'door',
    { id: uuidv7({ msecs: at }), subjectId: THE_SITE, at, by },
    { what, who, on },
  );
  recordEntry(db, entry, new Date(at).toISOString());
}

/** The last of what happened at the door, the newest first. */
export const readDoor = (db: Db, most = 100): Extract<Entry, { kind: 'door' }>[] =>
  readEntriesOf(db, 'site', THE_SITE)
    .filter((entry) => entry.kind === 'door')
    .slice(-most)
    .reverse();
