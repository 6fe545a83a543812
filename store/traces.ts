import { deflateRawSync, inflateRawSync } from 'node:zlib';
import { z } from 'zod';
import type { Trace } from '../core/parasitic-draw/trace';
import { Mark } from '../core/parasitic-draw/marks';
import type { Db } from './open';

export interface BenchTest {
  readonly id: string;
  readonly batteryId: string;
  readonly startedAt: number;
  readonly marks: readonly Mark[];
}

const Marks = z.array(Mark);

/** The test that is running or was left in the middle; there is one bench, so there is one. */
export function readBenchTest(db: Db): BenchTest | null {
  const row = db
    .prepare('SELECT id, battery_id AS batteryId, started_at AS startedAt, marks FROM bench_test')
    .get() as { id: string; batteryId: string; startedAt: string; marks: string } | undefined;
  if (!row) return null;
  return {
    ...row,
    startedAt: Date.parse(row.startedAt),
    marks: Marks.parse(JSON.parse(row.marks)),
  };
}

export function addBenchTest(db: Db, test: BenchTest): void {
  db.prepare('INSERT INTO bench_test (id, battery_id, started_at, marks) VALUES (?, ?, ?, ?)').run(
    test.id,
    test.batteryId,
    new Date(test.startedAt).toISOString(),
    JSON.stringify(test.marks),
  );
}

export function writeMarks(db: Db, testId: string, marks: readonly Mark[]): void {
  db.prepare('UPDATE bench_test SET marks = ? WHERE id = ?').run(JSON.stringify(marks), testId);
}

/** Ends a test; its samples go with it. */
export function dropBenchTest(db: Db, testId: string): void {
  db.prepare('DELETE FROM bench_test WHERE id = ?').run(testId);
}

const bytesOf = (values: readonly number[]) => Buffer.from(Float64Array.from(values).buffer);

function numbersOf(bytes: Buffer): Float64Array {
  return new Float64Array(Uint8Array.from(bytes).buffer);
}

/** Samples of a running test from number `first` on; the same piece written twice is one. */
export function addPiece(
  db: Db,
  testId: string,
  first: number,
  seconds: readonly number[],
  amps: readonly number[],
): void {
  db.prepare(
    `INSERT INTO bench_piece (test_id, first, seconds, amps) VALUES (?, ?, ?, ?)
     ON CONFLICT (test_id, first) DO NOTHING`,
  ).run(testId, first, bytesOf(seconds), bytesOf(amps));
}

/** All samples of a running test, in order. */
export function readPieces(db: Db, testId: string): Trace {
  const rows = db
    .prepare('SELECT seconds, amps FROM bench_piece WHERE test_id = ? ORDER BY first')
    .all(testId) as { seconds: Buffer; amps: Buffer }[];
  const joined = (pick: (row: (typeof rows)[number]) => Buffer) =>
    numbersOf(Buffer.concat(rows.map(pick)));
  return { seconds: joined((row) => row.seconds), amps: joined((row) => row.amps) };
}

/** A meter's finest digit here, amps, and a clock's, seconds: what packing keeps. */
const AMPS_STEP = 1e-6;
const SECONDS_STEP = 1e-3;
const NO_NUMBER = 0x7fffffff;

/**
 * A trace made small: differences of whole microamps and milliseconds, deflated. Unpacked it is
 * the same to the microamp and the millisecond; a sample that was no number is none again.
 */
export function packTrace({ seconds, amps }: Trace): Buffer {
  const n = seconds.length;
  const whole = new Int32Array(2 * n);
  let t = 0;
  let a = 0;
  for (let i = 0; i < n; i++) {
    const at = Math.round(seconds[i]! / SECONDS_STEP);
    whole[i] = at - t;
    t = at;
    if (Number.isNaN(amps[i]!)) {
      whole[n + i] = NO_NUMBER;
      continue;
    }
    const value = Math.round(amps[i]! / AMPS_STEP);
    whole[n + i] = value - a;
    a = value;
  }
  return deflateRawSync(Buffer.from(whole.buffer), { level: 9 });
}

export function unpackTrace(packed: Buffer): Trace {
  const whole = new Int32Array(Uint8Array.from(inflateRawSync(packed)).buffer);
  const n = whole.length / 2;
  const seconds = new Float64Array(n);
  const amps = new Float64Array(n);
  let t = 0;
  let a = 0;
  for (let i = 0; i < n; i++) {
    t += whole[i]!;
    seconds[i] = t * SECONDS_STEP;
    if (whole[n + i] === NO_NUMBER) amps[i] = NaN;
    else {
      a += whole[n + i]!;
      amps[i] = a * AMPS_STEP;
    }
  }
  return { seconds, amps };
}

export interface KeptTrace {
  readonly id: string;
  readonly batteryId: string;
  readonly vehicleId: string;
  readonly at: number;
  readonly marks: readonly Mark[];
}

export function addTrace(db: Db, kept: KeptTrace, trace: Trace): void {
  db.prepare(
    `INSERT INTO trace (id, battery_id, vehicle_id, at, samples, marks, packed)
     VALUES (?, ?, ?, ?, ?, ?, ?) ON CONFLICT (id) DO NOTHING`,
  ).run(
    kept.id,
    kept.batteryId,
    kept.vehicleId,
    new Date(kept.at).toISOString(),
    trace.seconds.length,
    JSON.stringify(kept.marks),
    packTrace(trace),
  );
}

/** The newest traces of a vehicle, the newest first. */
export function readTracesOf(
  db: Db,
  vehicleId: string,
  most: number,
): (KeptTrace & { trace: Trace })[] {
  const rows = db
    .prepare(
      `SELECT id, battery_id AS batteryId, vehicle_id AS vehicleId, at, marks, packed
         FROM trace WHERE vehicle_id = ? ORDER BY at DESC LIMIT ?`,
    )
    .all(vehicleId, most) as {
    id: string;
    batteryId: string;
    vehicleId: string;
    at: string;
    marks: string;
    packed: Buffer;
  }[];
  return rows.map(({ packed, ...row }) => ({
    ...row,
    at: Date.parse(row.at),
    marks: Marks.parse(JSON.parse(row.marks)),
    trace: unpackTrace(packed),
  }));
}
