import {
  ParkedVehicle,
  anySeriesMeter,
  anyVehicle,
  leftAloneBefore,
  logTrace,
  type ControlUnit,
  type LoggedTrace,
} from './vehicle-draw';
import { randomOne } from './random';

/** A logged current with its truth. */
export interface LoggedVehicle {
  readonly trace: LoggedTrace;
  /** Mean once all sleep, milliamps. */
  readonly settledMa: number;
  /** Seconds of the trace from which it stays there, reports left out. */
  readonly settledAt: number;
  readonly reportsEverySeconds: number | null;
}

/** One of thousands, logged until it has settled and some while longer. */
export function settledLog(seed: number): LoggedVehicle {
  const chance = randomOne(seed);
  const { truth } = anyVehicle(chance);
  const before = leftAloneBefore(chance);
  const vehicle = new ParkedVehicle(truth);
  const every = truth.reporters[0]?.everySeconds ?? null;
  const settledAt = Math.max(0, vehicle.settledAfter - before);
  const more = Math.max(
    chance.between(90, 900),
    every === null ? 0 : every * chance.between(3.3, 6),
  );
  const meter = anySeriesMeter(chance);
  const perSecond = chance.pick([4, 5, 10]);
  vehicle.wake(-before);
  const trace = logTrace(vehicle, meter, { seconds: settledAt + more, perSecond }, chance);
  return {
    trace,
    settledMa: vehicle.settledMa,
    settledAt,
    reportsEverySeconds: every,
  };
}

/** The same, looked at some time between twenty seconds and an hour and a quarter. */
export function cutLog(seed: number): LoggedVehicle {
  const chance = randomOne(seed);
  const { truth } = anyVehicle(chance);
  const before = leftAloneBefore(chance);
  const vehicle = new ParkedVehicle(truth);
  const settledAt = Math.max(0, vehicle.settledAfter - before);
  const seconds = Math.exp(chance.between(Math.log(20), Math.log(4500)));
  vehicle.wake(-before);
  const meter = anySeriesMeter(chance);
  return {
    trace: logTrace(vehicle, meter, { seconds, perSecond: 4 }, chance),
    settledMa: vehicle.settledMa,
    settledAt,
    reportsEverySeconds: truth.reporters[0]?.everySeconds ?? null,
  };
}

/**
 * The same of vehicles of another kind, put together by other rules: one to four control units
 * that go down one by one within an hour, over a plain standing draw.
 */
export function otherCutLog(seed: number): LoggedVehicle {
  const chance = randomOne(seed);
  const units: ControlUnit[] = [];
  let sleepsAfter = chance.between(10, 60);
  for (let left = 1 + Math.floor(chance.between(0, 4)); left > 0; left--) {
    units.push({
      ma: units.length === 0 ? chance.between(80, 300) : chance.between(8, 90),
      circuit: 1,
      sleepsAfter,
      fadeSeconds: chance.uniform() < 0.3 ? chance.between(1, 6) : 0,
    });
    sleepsAfter += chance.between(60, 900);
  }
  const vehicle = new ParkedVehicle({
    standing: [{ ma: chance.between(4, 35), circuit: 0 }],
    units,
    faults: chance.uniform() < 0.3 ? [{ ma: chance.between(30, 300), circuit: 2 }] : [],
    reporters: [],
    driftPerHour: 0,
  });
  const seconds = Math.exp(chance.between(Math.log(20), Math.log(4500)));
  const meter = anySeriesMeter(chance);
  return {
    trace: logTrace(vehicle, meter, { seconds, perSecond: 4 }, chance),
    settledMa: vehicle.settledMa,
    settledAt: vehicle.settledAfter,
    reportsEverySeconds: null,
  };
}
