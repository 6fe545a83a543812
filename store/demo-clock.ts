import type { Db } from './open';

/** Where the demo's clock was moved to, UTC milliseconds; null where it never was. */
export function readDemoClock(db: Db): number | null {
  return (db.prepare('SELECT now FROM demo_clock').pluck().get() as number | undefined) ?? null;
}

export function writeDemoClock(db: Db, now: number): void {
  db.prepare(
    'INSERT INTO demo_clock (id, now) VALUES (1, ?) ON CONFLICT (id) DO UPDATE SET now = excluded.now',
  ).run(now);
}
