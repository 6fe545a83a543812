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
     ON CONFLICT (hall_id, day) DO UPDATE SET mean = excluded.mean, min = excluded.min`,
  ).run(hallId, dayName(record.day), record.mean, record.min);
}

/** Changes whenever a day of any hall is written or corrected. */
export function hallDayStamp(db: Db): string {
  const { n, sum } = db
    .prepare('SELECT count(*) AS n, total(mean) + 1000 * total(min) AS sum FROM hall_day')
    .get() as { n: number; sum: number };
  return `${n}/${sum}`;
}
