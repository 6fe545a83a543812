import fc from 'fast-check';
import { readMeter, writeMeter } from './devices';
import { dataFile, openStore } from './open';
import {
  addBenchTest,
  addPiece,
  addTrace,
  dropBenchTest,
  packTrace,
  readBenchTest,
  readPieces,
  readTracesOf,
  unpackTrace,
  writeMarks,
} from './traces';
import { temporaryStore } from './temporary.fixture';

const here = temporaryStore();

describe('a packed trace', () => {
  it('comes back to the microamp and the millisecond, gaps and all', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            fc.integer({ min: 1, max: 5_000_000 }),
            fc.option(fc.double({ min: -10, max: 20, noNaN: true })),
          ),
          { maxLength: 60 },
        ),
        (samples) => {
          let at = 0;
          const seconds = samples.map(([gap]) => (at += gap) / 1000);
          const amps = samples.map(([, value]) => value ?? NaN);
          const back = unpackTrace(
            packTrace({ seconds: Float64Array.from(seconds), amps: Float64Array.from(amps) }),
          );
          expect(back.seconds).toHaveLength(samples.length);
          for (let i = 0; i < samples.length; i++) {
            expect(back.seconds[i]).toBeCloseTo(seconds[i]!, 3);
            if (Number.isNaN(amps[i]!)) expect(back.amps[i]).toBeNaN();
            else expect(Math.abs(back.amps[i]! - amps[i]!)).toBeLessThan(0.6e-6);
          }
        },
      ),
    );
  });

  it('is small: an hour at ten a second in less than a hundred kilobytes', () => {
    const n = 36_000;
    const seconds = Float64Array.from({ length: n }, (_, i) => i / 10);
    const amps = seconds.map((t) => 0.02 + 0.3 * Math.exp(-t / 200) + 1e-4 * Math.sin(i7(t)));
    expect(packTrace({ seconds, amps }).length).toBeLessThan(100_000);
  });
});

/** A restless digit. */
const i7 = (t: number) => (t * 7919) % 97;

describe('a test that is running', () => {
  const test = { id: 't1', batteryId: 'b1', startedAt: 1_800_000_000_000, marks: [] };

  it('is found again as it was, its pieces in order, none of them twice', () => {
    addBenchTest(here.db, test);
    addPiece(here.db, 't1', 2, [0.2, 0.3], [0.5, NaN]);
    addPiece(here.db, 't1', 0, [0, 0.1], [1, 2]);
    addPiece(here.db, 't1', 2, [9, 9], [9, 9]);
    writeMarks(here.db, 't1', [{ kind: 'jumper-off', at: 0.1 }]);
    here.db.close();
    here.db = openStore(dataFile(here.folder));
    expect(readBenchTest(here.db)).toEqual({ ...test, marks: [{ kind: 'jumper-off', at: 0.1 }] });
    const { seconds, amps } = readPieces(here.db, 't1');
    expect([...seconds]).toEqual([0, 0.1, 0.2, 0.3]);
    expect([...amps]).toEqual([1, 2, 0.5, NaN]);
  });

  it('leaves nothing behind when it ends', () => {
    addBenchTest(here.db, test);
    addPiece(here.db, 't1', 0, [0], [1]);
    dropBenchTest(here.db, 't1');
    expect(readBenchTest(here.db)).toBeNull();
    expect(here.db.prepare('SELECT count(*) FROM bench_piece').pluck().get()).toBe(0);
  });
});

it('kept traces of a vehicle come newest first, as many as asked for', () => {
  const trace = { seconds: Float64Array.from([0, 1]), amps: Float64Array.from([0.3, 0.02]) };
  for (const [i, at] of [3, 1, 2].entries()) {
    addTrace(here.db, { id: `k${i}`, batteryId: 'b', vehicleId: 'v', at, marks: [] }, trace);
    addTrace(here.db, { id: `k${i}`, batteryId: 'b', vehicleId: 'v', at, marks: [] }, trace);
  }
  addTrace(here.db, { id: 'other', batteryId: 'b', vehicleId: 'w', at: 9, marks: [] }, trace);
  expect(readTracesOf(here.db, 'v', 2).map(({ id }) => id)).toEqual(['k0', 'k2']);
  expect([...readTracesOf(here.db, 'w', 5)[0]!.trace.amps]).toEqual([0.3, 0.02]);
});

it('the meter’s address is checked, kept, and taken away', () => {
  expect(readMeter(here.db)).toBeNull();
  writeMeter(here.db, { name: 'Meter', host: '192.168.1.20', port: 5025 });
  writeMeter(here.db, { name: 'Other', host: 'meter.local', port: 5026 });
  expect(readMeter(here.db)).toEqual({ name: 'Other', host: 'meter.local', port: 5026 });
  expect(() => writeMeter(here.db, { name: 'M', host: 'no such host!', port: 1 })).toThrow();
  writeMeter(here.db, null);
  expect(readMeter(here.db)).toBeNull();
});
