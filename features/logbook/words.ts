import type { NewEntry } from '../../core/logbook/entry';
import type { EntryWords, Names } from '../../core/logbook/kind';
import { ENTRY_KINDS } from '../../core/logbook/kinds';
import { STORAGE_PLAN_NAMES } from '../../core/logbook/storage-plan-names';
import { PROCEDURE_NAMES } from '../../core/logbook/procedure-names';

/** An entry in the logbook's words: what happened, and its figure. */
export function entryWords(entry: NewEntry, bays: Readonly<Record<string, string>>): EntryWords {
  const { words }: { readonly words: unknown } = ENTRY_KINDS[entry.kind];
  const names: Names = {
    bay: (id) => bays[id] ?? id,
    plan: (id) => STORAGE_PLAN_NAMES[id],
    procedure: (id) => PROCEDURE_NAMES[id].doing,
  };
  // The data of an entry are of its own kind.
  return (words as (data: unknown, names: Names) => EntryWords)(entry.data, names);
}
