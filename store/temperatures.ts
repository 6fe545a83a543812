import { dayName, toDay, type Day } from '../core/day';
import { groupBy } from '../core/group';
import type { RecordedDay } from '../core/site/climate';
import type { Db } from './open';

/** Recorded days of every hall between two days, oldest first. */
export function readHallDays(db: Db, from: Day, to: Day): Map<string, RecordedDay[]> {
  const rows = db
    .prepare(
      `SELECT hall_id AS hallId, day, mean, min FROM hall_day
        WHERE day BETWEEN ? AND ? ORDER BY hall_id, day`,
    )
    .all(dayName(from), dayName(to)) as {
    hallId: string;
    day: string;
    mean: number;
    min: number;
  }[];
  const records = rows.map(({ hallId, day, mean, min }) => ({
    hallId,
    day: toDay(day),
    mean,
    min,
  }));
  return groupBy(records, ({ hallId }) => hallId);
}

export function writeHallDay(db: Db, hallId: string, record: RecordedDay): void {
  db.prepare(
    `INSERT INTO hall_day (hall_id, day, mean, min) VALUES (?, ?, ?, ?)
     ON CONFLICT (hall_id, day)
       DO UPDATE SET mean = excluded.mean, min = excluded.min, foretold = 0`,
  ).run(hallId, dayName(record.day), record.mean, record.min);
}

/**
 * Writes days out of a file: up to `today` as recorded, later ones as foretold. A day that was
 * recorded stays as it is; a foretold one gives way. Answers how many were written.
 */
export function importHallDays(
  db: Db,
  hallId: string,
  days: readonly RecordedDay[],
  today: Day,
): number {
  const insert = db.prepare(
    `INSERT INTO hall_day (hall_id, day, mean, min, foretold) VALUES (?, ?, ?, ?, ?)
     ON CONFLICT (hall_id, day)
       DO UPDATE SET mean = excluded.mean, min = excluded.min, foretold = excluded.foretold
       WHERE hall_day.foretold = 1`,
  );
  return db.transaction(() =>
    days.reduce(
      (sum, { day, mean, min }) =>
        sum + insert.run(hallId, dayName(day), mean, min, day > today ? 1 : 0).changes,
      0,
    ),
  )();
}

/** What is recorded of each hall: first and last day, and to when a forecast reaches. */
export function readHallSpans(
  db: Db,
): { hallId: string; from: string; to: string | null; foretoldTo: string | null; days: number }[] {
  return db
    .prepare(
      `SELECT hall_id AS hallId, min(day) AS "from",
              max(CASE foretold WHEN 0 THEN day END) AS "to",
              max(CASE foretold WHEN 1 THEN day END) AS foretoldTo, count(*) AS days
         FROM hall_day GROUP BY hall_id`,
    )
    .all() as {
    hallId: string;
    from: string;
    to: string | null;
    foretoldTo: string | null;
    days: number;
  }[];
}

/** Changes whenever a day of any hall is written, corrected or taken away. */
export const hallDayStamp = (db: Db): number =>
  db.prepare('SELECT n FROM hall_day_version').pluck().get() as number;
