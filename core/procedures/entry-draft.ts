import type { EntryData, EntryKind } from '../logbook/kinds';

/** An entry before it has an id and an instant. */
export type EntryDraft = {
  [K in EntryKind]: { readonly kind: K; readonly data: EntryData<K> };
}[EntryKind];

export const draft = <K extends EntryKind>(kind: K, data: EntryData<K>) =>
  ({ kind, data }) as EntryDraft;
