import {
  ParkedVehicle,
  anySeriesMeter,
  anyVehicle,
  leftAloneBefore,
  logTrace,
  type LoggedTrace,
} from './vehicle-draw';
import { random } from './random';

/** A logged current with its truth. */
export interface LoggedVehicle {
  readonly trace: LoggedTrace;
  /** Mean once all sleep, milliamps. */
  readonly settledMa: number;
  /** Seconds of the trace from which it stays there, reports left out. */
  readonly settledAt: number;
  readonly reportsEverySeconds: number | null;
  /** The longest sleep time of its control units, from the trace's start. */
  readonly longestSleep: number;
}

/** One of thousands, logged until it has settled and some while longer. */
export function settledLog(seed: number): LoggedVehicle {
  const chance = random(seed);
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
    longestSleep: longest(truth.units) - before,
  };
}

/** The same, looked at some time between twenty seconds and an hour and a quarter. */
export function cutLog(seed: number): LoggedVehicle {
  const chance = random(seed);
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
    longestSleep: longest(truth.units) - before,
  };
}

const longest = (units: readonly { sleepsAfter: number }[]) =>
  units.reduce((most, one) => Math.max(most, one.sleepsAfter), 0);
