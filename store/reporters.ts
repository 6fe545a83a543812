import { dayOf, type Day } from '../core/day';
import type { ChannelSample, Report, ReporterKind } from '../core/reports/report';
import type { Db } from './open';
import { writeHallDay } from './temperatures';

/** A device that reports by itself. */
export interface Reporter {
  readonly id: string;
  readonly kind: ReporterKind;
  readonly name: string;
  readonly chargerId: string | null;
  readonly hallId: string | null;
  readonly everyMinutes: number;
  readonly tokenHash: string;
  /** From then on it is worth nothing; UTC milliseconds. */
  readonly tokenUntil: number;
  /** UTC milliseconds. */
  readonly addedAt: number;
}

export function readReporters(db: Db): Reporter[] {
  return db
    .prepare(
      `SELECT id, kind, name, charger_id AS chargerId, hall_id AS hallId,
              every_minutes AS everyMinutes, token_hash AS tokenHash,
              token_until AS tokenUntil, added_at AS addedAt
         FROM reporter ORDER BY name`,
    )
    .all() as Reporter[];
}

export function putReporter(db: Db, reporter: Reporter): void {
  db.prepare(
    `INSERT INTO reporter (id, kind, name, charger_id, hall_id, every_minutes, token_hash, token_until,
                           added_at)
     VALUES (@id, @kind, @name, @chargerId, @hallId, @everyMinutes, @tokenHash, @tokenUntil,
             @addedAt)
     ON CONFLICT (id) DO UPDATE SET
       name = @name, charger_id = @chargerId, hall_id = @hallId, every_minutes = @everyMinutes,
       token_hash = @tokenHash, token_until = @tokenUntil`,
  ).run(reporter);
}

/** Takes a device away, with its series: its entries stay. */
export function dropReporter(db: Db, id: string): void {
  db.transaction(() => {
    db.prepare('DELETE FROM report WHERE reporter_id = ?').run(id);
    db.prepare('DELETE FROM reporter WHERE id = ?').run(id);
  })();
}

/** The report of a device with this number, if it was taken. */
export function hasReport(db: Db, reporterId: string, n: number): boolean {
  return (
    db.prepare('SELECT 1 FROM report WHERE reporter_id = ? AND n = ?').get(reporterId, n) !==
    undefined
  );
}

export function addReport(db: Db, reporterId: string, report: Report): void {
  db.prepare(
    `INSERT INTO report (reporter_id, n, at, channel, state, volts, amps, celsius)
     VALUES (@reporterId, @n, @at, @channel, @state, @volts, @amps, @celsius)`,
  ).run({
    reporterId,
    n: report.n,
    at: Date.parse(report.at),
    channel: report.channel ?? null,
    state: report.state ?? null,
    volts: report.volts ?? null,
    amps: report.amps ?? null,
    celsius: report.celsius ?? null,
  });
}

/** When each device was last heard, UTC milliseconds. */
export function readLastHeard(db: Db): Map<string, number> {
  const rows = db
    .prepare(
      `SELECT id, (SELECT max(at) FROM report WHERE reporter_id = reporter.id) AS at FROM reporter`,
    )
    .all() as { id: string; at: number | null }[];
  return new Map(rows.flatMap(({ id, at }) => (at === null ? [] : [[id, at] as const])));
}

export interface ChannelReport extends ChannelSample {
  readonly state: Report['state'] | null;
  readonly volts: number | null;
  readonly celsius: number | null;
}

/** What a charger reported of one channel from an instant to another, oldest first. */
export function readChannel(
  db: Db,
  reporterId: string,
  channel: number,
  from: number,
  to: number,
): ChannelReport[] {
  return db
    .prepare(
      `SELECT at, state, volts, amps, celsius FROM report
        WHERE reporter_id = ? AND coalesce(channel, 1) = ? AND at BETWEEN ? AND ? ORDER BY at`,
    )
    .all(reporterId, channel, from, to) as ChannelReport[];
}

/** Writes the day of a hall from what its thermometer reported of it. */
export function refreshHallDay(
  db: Db,
  reporterId: string,
  hallId: string,
  at: number,
  timeZone: string,
): void {
  const day: Day = dayOf(at, timeZone);
  const rows = db
    .prepare(
      `SELECT at, celsius FROM report
        WHERE reporter_id = ? AND celsius IS NOT NULL AND at BETWEEN ? AND ?`,
    )
    .all(reporterId, at - 26 * 3_600_000, at + 26 * 3_600_000) as { at: number; celsius: number }[];
  const own = rows.filter((row) => dayOf(row.at, timeZone) === day).map(({ celsius }) => celsius);
  if (own.length === 0) return;
  const tenth = (value: number) => Math.round(value * 10) / 10;
  writeHallDay(db, hallId, {
    day,
    mean: tenth(own.reduce((sum, value) => sum + value, 0) / own.length),
    min: tenth(Math.min(...own)),
  });
}
