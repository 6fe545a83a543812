import type { Db } from './open';

/** A lay-up left half done, as it was typed: whatever the form held, sense or not. */
export interface Draft {
  readonly id: string;
  readonly savedAt: string;
  readonly data: unknown;
}

export function putDraft(db: Db, draft: Draft): void {
  db.prepare(
    `INSERT INTO draft (id, saved_at, data) VALUES (@id, @savedAt, @data)
     ON CONFLICT (id) DO UPDATE SET saved_at = @savedAt, data = @data`,
  ).run({ ...draft, data: JSON.stringify(draft.data) });
}

export function readDrafts(db: Db): Draft[] {
  const rows = db
    .prepare('SELECT id, saved_at AS savedAt, data FROM draft ORDER BY saved_at DESC')
    .all() as (Omit<Draft, 'data'> & { data: string })[];
  return rows.map((row) => ({ ...row, data: JSON.parse(row.data) as unknown }));
}

export const hasDraft = (db: Db, id: string): boolean =>
  db.prepare('SELECT 1 FROM draft WHERE id = ?').get(id) !== undefined;

export const countDrafts = (db: Db): number =>
  db.prepare('SELECT count(*) FROM draft').pluck().get() as number;

export function dropDraft(db: Db, id: string): void {
  db.prepare('DELETE FROM draft WHERE id = ?').run(id);
}
