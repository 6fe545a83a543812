import type { NewEntry } from '../core/logbook/entry';
import { MS_PER_DAY } from '../core/day';
import { prepared, type Db } from './open';
import { closeBay } from './site';

/** A list that was brought in. */
export interface BroughtList {
  readonly id: string;
  /** UTC milliseconds. */
  readonly at: number;
  readonly by: string;
  /** How many came with it. */
  readonly vehicles: number;
  readonly firstSeq: number;
  readonly lastSeq: number;
  /** Ids of bays that were made for it. */
  readonly bays: readonly string[];
  readonly takenBackAt: number | null;
}

const COLUMNS = `id, at, by, vehicles, first_seq AS firstSeq, last_seq AS lastSeq, bays,
  taken_back_at AS takenBackAt`;
const fromRow = (row: unknown): BroughtList => {
  const list = row as Omit<BroughtList, 'bays'> & { bays: string };
  return { ...list, bays: JSON.parse(list.bays) as string[] };
};

export const readBrought = (db: Db, id: string): BroughtList | null => {
  const row = prepared(db, `SELECT ${COLUMNS} FROM brought WHERE id = ?`).get(id);
  return row ? fromRow(row) : null;
};

/** Those of the last day that were not taken back, the newest first. */
export const readBroughtLately = (db: Db, at: number): BroughtList[] =>
  prepared(
    db,
    `SELECT ${COLUMNS} FROM brought WHERE at > ? AND taken_back_at IS NULL
      ORDER BY at DESC, first_seq DESC`,
  )
    .all(at - MS_PER_DAY)
    .map(fromRow);

export function addBrought(db: Db, list: BroughtList): void {
  prepared(
    db,
    `INSERT INTO brought (id, at, by, vehicles, first_seq, last_seq, bays, taken_back_at)
     VALUES (@id, @at, @by, @vehicles, @firstSeq, @lastSeq, @bays, NULL)`,
  ).run({ ...list, bays: JSON.stringify(list.bays) });
}

export const noteTakenBack = (db: Db, id: string, at: number): void =>
  void prepared(db, 'UPDATE brought SET taken_back_at = ? WHERE id = ?').run(at, id);

/** Entries of a list that stand: what each is about, to strike it. */
export const readEntriesBrought = (
  db: Db,
  { firstSeq, lastSeq }: BroughtList,
): Pick<NewEntry, 'id' | 'subjectKind' | 'subjectId'>[] =>
  prepared(
    db,
    `SELECT id, subject_kind AS subjectKind, subject_id AS subjectId FROM entry AS one
      WHERE seq BETWEEN ? AND ? AND NOT EXISTS (SELECT 1 FROM entry WHERE strikes = one.id)
      ORDER BY seq DESC`,
  ).all(firstSeq, lastSeq) as Pick<NewEntry, 'id' | 'subjectKind' | 'subjectId'>[];

/** Vehicles of a list on which something was recorded since, themselves or at their batteries. */
export const readWorkedOnSince = (db: Db, { firstSeq, lastSeq }: BroughtList): string[] =>
  prepared(
    db,
    `WITH own AS (SELECT DISTINCT subject_kind AS kind, subject_id AS id FROM entry
                   WHERE seq BETWEEN @firstSeq AND @lastSeq)
     SELECT DISTINCT coalesce(vehicle.name, entry.subject_id) FROM entry
       JOIN own ON own.kind = entry.subject_kind AND own.id = entry.subject_id
       LEFT JOIN state ON state.subject_kind = 'battery' AND entry.subject_kind = 'battery'
                      AND state.subject_id = entry.subject_id
       LEFT JOIN vehicle ON vehicle.id = coalesce(json_extract(state.data, '$.vehicleId'), entry.subject_id)
      WHERE entry.seq > @lastSeq
        AND NOT EXISTS (SELECT 1 FROM entry AS strike WHERE strike.strikes = entry.id)
        AND entry.kind <> 'withdrawn'`,
    true,
  ).all({ firstSeq, lastSeq }) as string[];

/** Closes bays that were made for a list, where nobody stands in them. */
export function closeEmpty(db: Db, ids: readonly string[], on: string): void {
  const taken = prepared(db, 'SELECT 1 FROM bay_taken WHERE bay_id = ?');
  for (const id of ids) if (!taken.get(id)) closeBay(db, id, on);
}
