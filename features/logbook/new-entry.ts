import { v7 as uuidv7 } from 'uuid';
import { makeEntry, type NewEntry } from '../../core/logbook/entry';
import { ENTRY_KINDS, type EntryData, type EntryKind } from '../../core/logbook/kinds';
import { recorder } from './recorder';
import type { SubjectKind } from '../../core/logbook/kind';

/** The same entry, as recorded by who is signed in: whatever it said itself. */
export const recordedBy = ({ name }: { readonly name: string }, entry: NewEntry): NewEntry => ({
  ...entry,
  by: name,
});

/** An entry with an id of its own, ready to be sent as often as it takes. */
export function newEntry<K extends EntryKind>(
  kind: K,
  subjectId: string,
  at: number,
  data: EntryData<K>,
  strikes: string | null = null,
  subjectKind: SubjectKind = ENTRY_KINDS[kind].subject,
): NewEntry {
  return makeEntry(
    kind,
    { id: uuidv7(), subjectId, at, by: recorder(), strikes, subjectKind },
    data,
  );
}
