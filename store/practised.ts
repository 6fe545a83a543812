import type { Db } from './open';

/** What somebody has practised, and when last. */
export interface PractisedTask {
  readonly task: string;
  readonly times: number;
  /** UTC milliseconds. */
  readonly at: number;
}

/** Whoever sits at the machine, where nobody signs in. */
const ANYBODY = '';
const idOf = (personId: string | null) => personId ?? ANYBODY;

/** Somebody wants a sheet kept of what they practise; false: no more, and what is on it goes. */
export function keepSheet(db: Db, personId: string | null, kept: boolean, at: number): void {
  const statement = kept
    ? 'INSERT OR IGNORE INTO practice_sheet (person_id, since) VALUES (?, ?)'
    : 'DELETE FROM practice_sheet WHERE person_id = ?';
  db.prepare(statement).run(...(kept ? [idOf(personId), at] : [idOf(personId)]));
}

/** Writes a task on somebody's sheet; false: they keep none. */
export function writePractised(db: Db, personId: string | null, task: string, at: number): boolean {
  return db.transaction(() => {
    if (readSheet(db, personId) === null) return false;
    db.prepare(
      `INSERT INTO practised (person_id, task, times, at) VALUES (@id, @task, 1, @at)
       ON CONFLICT (person_id, task) DO UPDATE SET times = times + 1, at = @at`,
    ).run({ id: idOf(personId), task, at });
    return true;
  })();
}

/** Somebody's own sheet; null: they keep none. Nobody else's is ever read. */
export function readSheet(db: Db, personId: string | null): PractisedTask[] | null {
  const id = idOf(personId);
  const isKept = db.prepare('SELECT 1 FROM practice_sheet WHERE person_id = ?').get(id);
  if (!isKept) return null;
  return db
    .prepare('SELECT task, times, at FROM practised WHERE person_id = ? ORDER BY at, task')
    .all(id) as PractisedTask[];
}
