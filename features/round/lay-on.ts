import type { NewEntry } from '../../core/logbook/entry';
import { step } from '../../core/logbook/fold';
import type { BatteryState } from '../../core/logbook/state';
import type { EntryDraft } from '../../core/procedures/entry-draft';
import { newEntry } from '../logbook/new-entry';
import type { States } from './round-data';
import { servedRecord, type RoundBattery } from './served';

/** What is to be recorded of a battery or a vehicle, at a UTC instant. */
export type Draft = EntryDraft & { readonly about: string; readonly at: number };

/** The entry of a draft, with an id of its own. */
export const entryOf = ({ kind, about, at, data }: Draft): NewEntry =>
  newEntry(kind, about, at, data);

/** What takes an entry back that the server may have. */
export const withdrawalOf = ({ id, subjectId, subjectKind }: NewEntry, why: string, at: number) =>
  newEntry('withdrawn', subjectId, at, { why }, id, subjectKind);

/** Entries laid on top of what was recorded already, unless the server had them. */
export function laidOn(
  states: States,
  entries: readonly NewEntry[],
  served: ReadonlyMap<string, RoundBattery>,
): States {
  let after = states;
  for (const entry of entries) {
    const battery = served.get(entry.subjectId);
    const state: BatteryState | null =
      after[entry.subjectId] ?? (battery ? servedRecord(battery).battery.state : null);
    if (!state || state.readings.some((reading) => reading.id === entry.id)) continue;
    after = { ...after, [entry.subjectId]: step(state, entry) };
  }
  return after;
}
