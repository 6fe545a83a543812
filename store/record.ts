import { t } from '../core/language';
import { canonical } from '../core/canonical';
import type { Entry, NewEntry } from '../core/logbook/entry';
import { insertEntry, readEntry, readStrikeOf } from './entries';
import { Occupied } from './occupied';
import { applyCorrection } from './sheets';
import { refold } from './states';
import type { Db } from './open';

/** What became of an entry that was sent. */
export type Recorded =
  | { readonly outcome: 'recorded' | 'known'; readonly seq: number }
  | { readonly outcome: 'conflict'; readonly reason: string };

/** Who sends it again does not change it: whose it is was settled when it came. */
const content = (entry: NewEntry) =>
  canonical([
    entry.subjectKind,
    entry.subjectId,
    entry.kind,
    entry.version,
    Date.parse(entry.at),
    entry.data,
    entry.strikes,
  ]);

/**
 * Records one entry and the state that follows from it, in one transaction: when this returns,
 * both are on disk. Sent twice, it is recorded once; the same id with other content, a second
 * strike of one entry, or what would put two vehicles into one bay or two batteries on one
 * channel, is a conflict and changes nothing. `looked`: what this transaction found of its id.
 */
export function recordEntry(
  db: Db,
  entry: NewEntry,
  recordedAt: string,
  looked?: { readonly known: Entry | null },
): Recorded {
  const record = db.transaction((): Recorded => {
    const put = putEntry(db, entry, recordedAt, looked);
    if (put.outcome === 'recorded') refold(db, entry.subjectKind, entry.subjectId, put.seq);
    return put;
  });
  try {
    return record.immediate();
  } catch (error) {
    if (error instanceof Occupied || error instanceof InTheWay)
      return { outcome: 'conflict', reason: error.message };
    throw error;
  }
}

/**
 * Records entries that belong together, all or none, and folds each thing that they are about once.
 * Null: they are on disk, those that were there before too; else why not. `step` is told the share that is
 * done; where it throws, nothing is recorded.
 */
export function recordEntries(
  db: Db,
  entries: readonly NewEntry[],
  recordedAt: string,
  step: (share: number) => void = () => undefined,
): string | null {
  const record = db.transaction((): void => {
    const about = new Map<string, NewEntry>();
    let last = 0;
    for (const [i, entry] of entries.entries()) {
      step(i / entries.length / 2);
      const put = putEntry(db, entry, recordedAt);
      if (put.outcome === 'conflict') throw new InTheWay(put.reason);
      about.set(`${entry.subjectKind}/${entry.subjectId}`, entry);
      last = put.seq;
    }
    for (const [i, { subjectKind, subjectId }] of [...about.values()].entries()) {
      step(0.5 + i / about.size / 2);
      refold(db, subjectKind, subjectId, last);
    }
  });
  try {
    record.immediate();
    return null;
  } catch (error) {
    if (error instanceof Occupied || error instanceof InTheWay) return error.message;
    throw error;
  }
}

/** Puts an entry into the logbook, and what it corrects into its table; nothing is folded yet. */
function putEntry(
  db: Db,
  entry: NewEntry,
  recordedAt: string,
  looked?: { readonly known: Entry | null },
): Recorded {
  const known = looked ? looked.known : readEntry(db, entry.id);
  if (known) {
    if (content(known) === content(entry)) return { outcome: 'known', seq: known.seq };
    return {
      outcome: 'conflict',
      reason: t`An entry with the id ${entry.id} is in the logbook with other content.`,
    };
  }
  const struck = entry.strikes === null ? null : struckBy(db, entry, entry.strikes);
  if (typeof struck === 'string') throw new InTheWay(struck);
  const wrong = (struck && applyCorrection(db, struck, true)) ?? applyCorrection(db, entry, false);
  if (wrong) throw new InTheWay(wrong);
  const at = new Date(entry.at).toISOString();
  return { outcome: 'recorded', seq: insertEntry(db, { ...entry, at }, recordedAt) };
}

/** Why an entry cannot be recorded; what was written for it is taken back. */
class InTheWay extends Error {}

/** The entry that another strikes, or why that cannot be. */
function struckBy(db: Db, entry: NewEntry, struck: string): Entry | string {
  const target = readEntry(db, struck);
  if (!target) return t`There is no entry ${struck} to strike.`;
  if (target.subjectKind !== entry.subjectKind || target.subjectId !== entry.subjectId) {
    return t`The entry ${struck} is about another ${target.subjectKind}.`;
  }
  if (readStrikeOf(db, struck)) return t`The entry ${struck} was struck before.`;
  return target;
}
