import type { Entry, NewEntry } from '../core/logbook/entry';
import type { SubjectKind } from '../core/logbook/kind';
import { visitKinds } from '../core/logbook/kinds';
import type { Db } from './open';

interface EntryRow extends Omit<Entry, 'data'> {
  readonly data: string;
}

const COLUMNS = `seq, id, subject_kind AS subjectKind, subject_id AS subjectId, kind, version, at,
  by, data, strikes, recorded_at AS recordedAt`;

const inSql = (kinds: readonly string[]) => kinds.map((kind) => `'${kind}'`).join(', ');
const ROUND_KINDS = inSql(visitKinds('round'));
const WORK_KINDS = inSql(visitKinds('any'));

const fromRow = (row: unknown): Entry => {
  const entry = row as EntryRow;
  return { ...entry, data: JSON.parse(entry.data) as unknown } as Entry;
};

export function insertEntry(db: Db, entry: NewEntry, recordedAt: string): number {
  const { lastInsertRowid } = db
    .prepare(
      `INSERT INTO entry (id, subject_kind, subject_id, kind, version, at, by, data, strikes,
                          recorded_at)
       VALUES (@id, @subjectKind, @subjectId, @kind, @version, @at, @by, @data, @strikes,
               @recordedAt)`,
    )
    .run({ ...entry, data: JSON.stringify(entry.data), recordedAt });
  return Number(lastInsertRowid);
}

export function readEntry(db: Db, id: string): Entry | null {
  const row = db.prepare(`SELECT ${COLUMNS} FROM entry WHERE id = ?`).get(id);
  return row ? fromRow(row) : null;
}

/** The entry that strikes `id`, if any. */
export function readStrikeOf(db: Db, id: string): Entry | null {
  const row = db.prepare(`SELECT ${COLUMNS} FROM entry WHERE strikes = ?`).get(id);
  return row ? fromRow(row) : null;
}

export function readEntriesOf(db: Db, subjectKind: SubjectKind, subjectId: string): Entry[] {
  return db
    .prepare(
      `SELECT ${COLUMNS} FROM entry WHERE subject_kind = ? AND subject_id = ? ORDER BY at, seq`,
    )
    .all(subjectKind, subjectId)
    .map(fromRow);
}

/** The whole logbook in the order of recording. */
export function readAllEntries(db: Db): Entry[] {
  return db.prepare(`SELECT ${COLUMNS} FROM entry ORDER BY seq`).all().map(fromRow);
}

/** What was seen to on each day (UTC), by connection; grows with the logbook. */
const seen = new WeakMap<Db, { upTo: number; days: Map<string, Set<string>> }>();

/** How many batteries were seen to on each day (UTC) on which any was; for the ribbon. */
export function readDayCounts(db: Db): Map<string, number> {
  let known = seen.get(db);
  if (!known) seen.set(db, (known = { upTo: 0, days: new Map() }));
  const rows = db
    .prepare(
      `SELECT seq, substr(at, 1, 10) AS day, subject_id AS id FROM entry
        WHERE seq > ? AND kind IN (${ROUND_KINDS})`,
    )
    .all(known.upTo) as { seq: number; day: string; id: string }[];
  for (const { seq, day, id } of rows) {
    const ids = known.days.get(day);
    if (ids) ids.add(id);
    else known.days.set(day, new Set([id]));
    known.upTo = Math.max(known.upTo, seq);
  }
  return new Map([...known.days].map(([day, ids]) => [day, ids.size]));
}

/** Days (UTC) from `from` on, `YYYY-MM-DD`, on which somebody saw to a battery; devices do not count. */
export function readWalkedDays(db: Db, from: string): Set<string> {
  return new Set(
    db
      .prepare(
        `SELECT DISTINCT substr(at, 1, 10) FROM entry
          WHERE at >= ? AND kind IN (${ROUND_KINDS})
            AND coalesce(json_extract(data, '$.source'), '') <> 'device'`,
      )
      .pluck()
      .all(from) as string[],
  );
}

/** Whether anybody has worked at a battery since an instant (UTC); devices do not count. */
export const wasWalkedSince = (db: Db, at: string): boolean =>
  db
    .prepare(
      `SELECT 1 FROM entry
        WHERE at >= ? AND kind IN (${WORK_KINDS})
          AND coalesce(json_extract(data, '$.source'), '') <> 'device'
        LIMIT 1`,
    )
    .get(at) !== undefined;

export function lastSeq(db: Db): number {
  return Number(db.prepare('SELECT coalesce(max(seq), 0) FROM entry').pluck().get());
}
