import type { Entry, NewEntry } from '../core/logbook/entry';
import type { SubjectKind } from '../core/logbook/kind';
import { visitKinds } from '../core/logbook/kinds';
import { tangledWith, untangled } from '../core/logbook/untangle';
import { prepared, type Db } from './open';

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
  if (entry.kind === 'mixed-up') somethingMixedUp(db);
  const { lastInsertRowid } = prepared(
    db,
    `INSERT INTO entry (id, subject_kind, subject_id, kind, version, at, by, data, strikes,
                        recorded_at)
     VALUES (@id, @subjectKind, @subjectId, @kind, @version, @at, @by, @data, @strikes,
             @recordedAt)`,
  ).run({ ...entry, data: JSON.stringify(entry.data), recordedAt });
  return Number(lastInsertRowid);
}

export function readEntry(db: Db, id: string): Entry | null {
  const row = prepared(db, `SELECT ${COLUMNS} FROM entry WHERE id = ?`).get(id);
  return row ? fromRow(row) : null;
}

/** The entry that strikes `id`, if any. */
export function readStrikeOf(db: Db, id: string): Entry | null {
  const row = prepared(db, `SELECT ${COLUMNS} FROM entry WHERE strikes = ?`).get(id);
  return row ? fromRow(row) : null;
}

export function readEntriesOf(db: Db, subjectKind: SubjectKind, subjectId: string): Entry[] {
  return prepared(
    db,
    `SELECT ${COLUMNS} FROM entry WHERE subject_kind = ? AND subject_id = ? ORDER BY at, seq`,
  )
    .all(subjectKind, subjectId)
    .map(fromRow);
}

type MixUp = Extract<Entry, { kind: 'mixed-up' }>;

/** All that was ever mixed up, struck or not, in the order of recording. */
const readMixUps = (db: Db): MixUp[] =>
  prepared(db, `SELECT ${COLUMNS} FROM entry WHERE kind = 'mixed-up' ORDER BY seq`)
    .all()
    .map((row) => fromRow(row) as MixUp);

/** Connections through which entries are written, of files in which nothing was ever mixed up. */
const nothingMixedUp = new WeakSet<Db>();

/** To be told by who writes such an entry: what was known of a connection holds no more. */
export const somethingMixedUp = (db: Db): void => void nothingMixedUp.delete(db);

/** The same for who has just written an entry: where there is none, that need not be asked again. */
export function readMixUpsToFold(db: Db): readonly MixUp[] {
  if (nothingMixedUp.has(db)) return [];
  const mixUps = readMixUps(db);
  if (mixUps.length === 0) nothingMixedUp.add(db);
  return mixUps;
}

/** What befell a battery, also what was recorded under another for which it was taken. */
export function readEntriesOfBattery(
  db: Db,
  id: string,
  mixUps: readonly MixUp[] = readMixUps(db),
): Entry[] {
  const ids = tangledWith(id, mixUps);
  if (ids.length === 1) return readEntriesOf(db, 'battery', id);
  const standing = mixUps.filter(
    (one) => ids.includes(one.subjectId) && readStrikeOf(db, one.id) === null,
  );
  const own = new Map(ids.map((one) => [one, readEntriesOf(db, 'battery', one)]));
  return untangled(standing, own).get(id)!;
}

/** The whole logbook in the order of recording. */
export function readAllEntries(db: Db): Entry[] {
  return db.prepare(`SELECT ${COLUMNS} FROM entry ORDER BY seq`).all().map(fromRow);
}

interface Seen {
  /** The newest entry of it: while that one stands, the logbook has only grown. */
  upTo: { readonly seq: number; readonly id: string } | null;
  readonly days: Map<string, Set<string>>;
}
/** What was seen to on each day (UTC), by connection; grows with the logbook. */
const seen = new WeakMap<Db, Seen>();

/** How many batteries were seen to on each day (UTC) on which any was; for the ribbon. */
export function readDayCounts(db: Db): Map<string, number> {
  let known = seen.get(db);
  const standsIn = db.prepare('SELECT 1 FROM entry WHERE seq = ? AND id = ?');
  if (!known || (known.upTo && !standsIn.get(known.upTo.seq, known.upTo.id))) {
    // Another logbook than the one that was read: a backup was put in its place.
    seen.set(db, (known = { upTo: null, days: new Map() }));
  }
  const rows = db
    .prepare(
      `SELECT seq, id, substr(at, 1, 10) AS day, subject_id AS subject FROM entry
        WHERE seq > ? AND kind IN (${ROUND_KINDS}) ORDER BY seq`,
    )
    .all(known.upTo?.seq ?? 0) as { seq: number; id: string; day: string; subject: string }[];
  for (const { day, subject } of rows) {
    const subjects = known.days.get(day);
    if (subjects) subjects.add(subject);
    else known.days.set(day, new Set([subject]));
  }
  known.upTo = rows.at(-1) ?? known.upTo;
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

/** What was recorded after an entry, of what and by whom, in the order of recording. */
export const readRecordedSince = (
  db: Db,
  seq: number,
): { seq: number; subjectId: string; by: string }[] =>
  db
    .prepare(
      'SELECT seq, subject_id AS subjectId, by FROM entry WHERE seq > ? ORDER BY seq LIMIT 500',
    )
    .all(seq) as { seq: number; subjectId: string; by: string }[];

export function lastSeq(db: Db): number {
  return Number(db.prepare('SELECT coalesce(max(seq), 0) FROM entry').pluck().get());
}

/** When the first entry was recorded, UTC milliseconds; null: there is none. */
export function firstRecordedAt(db: Db): number | null {
  const at = db.prepare('SELECT recorded_at FROM entry ORDER BY seq LIMIT 1').pluck().get();
  return at === undefined ? null : Date.parse(at as string);
}
