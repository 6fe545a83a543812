import type { Random } from './random';

/** Something of a vehicle that draws on its battery. */
export interface Load {
  readonly ma: number;
  /** Number of the fuse that it hangs on; null: wired straight to the battery. */
  readonly circuit: number | null;
}

/** A control unit that goes to sleep by itself so long after it was woken. */
export interface ControlUnit extends Load {
  readonly sleepsAfter: number;
  /** Time constant of its way down, seconds; 0: at once. */
  readonly fadeSeconds: number;
}

/** Something that wakes by itself, reports, and sleeps again. */
export interface Reporter extends Load {
  readonly everySeconds: number;
  readonly lastsSeconds: number;
  readonly firstAt: number;
  /** How much an interval differs from the next, as a share of it. */
  readonly jitter: number;
}

/** The hidden truth of what a parked vehicle draws. */
export interface DrawTruth {
  /** What must live: clock, receiver, alarm. */
  readonly standing: readonly Load[];
  readonly units: readonly ControlUnit[];
  readonly reporters: readonly Reporter[];
  /** Defects: they draw all the time. */
  readonly faults: readonly Load[];
  /** Slow change of all that stands, per hour, as a share. */
  readonly driftPerHour: number;
}

/** Share of a reporter's interval at which its n-th report comes early or late, −1 … 1. */
const wander = (n: number) => Math.sin(n * 12.9898) * Math.cos(n * 4.1414);

function reports(one: Reporter, seconds: number): boolean {
  const n = Math.floor((seconds - one.firstAt) / one.everySeconds + 0.5);
  for (const k of [n - 1, n]) {
    if (k < 0) continue;
    const from = one.firstAt + one.everySeconds * (k + one.jitter * wander(k));
    if (seconds >= from && seconds < from + one.lastsSeconds) return true;
  }
  return false;
}

const NOTHING_PULLED: ReadonlySet<number> = new Set();

/** A parked vehicle: what flows out of its battery at any time, fuses pulled or not. */
export class ParkedVehicle {
  private wokenAt = 0;

  constructor(readonly truth: DrawTruth) {}

  /** Somebody opened a door, or pulled something that others listen for. */
  wake(seconds: number): void {
    this.wokenAt = seconds;
  }

  /** Milliamps at an instant. */
  ma(seconds: number, pulled: ReadonlySet<number> = NOTHING_PULLED): number {
    const { truth } = this;
    const drift = 1 + truth.driftPerHour * Math.min(2, seconds / 3600);
    let sum = 0;
    const flows = ({ circuit }: Load) => circuit === null || !pulled.has(circuit);
    for (const load of truth.standing) if (flows(load)) sum += load.ma * drift;
    for (const load of truth.faults) if (flows(load)) sum += load.ma * drift;
    const awakeFor = seconds - this.wokenAt;
    for (const unit of truth.units) {
      if (flows(unit)) sum += unitMa(unit, awakeFor);
    }
    for (const reporter of truth.reporters) {
      if (flows(reporter) && reports(reporter, seconds)) sum += reporter.ma;
    }
    return sum;
  }

  /** What a circuit carries on the average once all sleep, milliamps. */
  settledMaOf(circuit: number | null): number {
    const of = (loads: readonly Load[]) =>
      loads.reduce((sum, load) => sum + (load.circuit === circuit ? load.ma : 0), 0);
    const { standing, faults, reporters } = this.truth;
    return of(standing) + of(faults) + of(reporters.map((one) => ({ ...one, ma: meanOf(one) })));
  }

  /** The mean once all sleep, reports included, milliamps. */
  get settledMa(): number {
    const { standing, faults, reporters } = this.truth;
    const sum = (loads: readonly { ma: number }[]) => loads.reduce((a, one) => a + one.ma, 0);
    return sum(standing) + sum(faults) + reporters.reduce((a, one) => a + meanOf(one), 0);
  }

  /**
   * Seconds after it was woken from which it stays within 1 mA or 3 % of what it will be once
   * all sleep, reports left out.
   */
  get settledAfter(): number {
    const { units } = this.truth;
    const tolerance = Math.max(1, 0.03 * this.settledMa);
    const last = units.reduce((most, one) => Math.max(most, one.sleepsAfter), 0);
    for (let t = last + 30; t > 0; t -= 0.1) {
      const open = units.reduce((sum, one) => sum + unitMa(one, t), 0);
      if (open > tolerance) return t;
    }
    return 0;
  }
}

/** What a control unit draws so long after it was woken. */
function unitMa(unit: ControlUnit, awakeFor: number): number {
  const over = awakeFor - unit.sleepsAfter;
  if (over < 0) return unit.ma;
  return unit.fadeSeconds > 0 ? unit.ma * Math.exp(-over / unit.fadeSeconds) : 0;
}

const meanOf = (one: Reporter) => (one.ma * one.lastsSeconds) / one.everySeconds;

/** How a meter in series sees a current: its own error, noise, a spike now and then, steps. */
export interface SeriesMeter {
  readonly gain: number;
  readonly offsetMa: number;
  readonly noiseMa: number;
  readonly noiseShare: number;
  readonly spikeShare: number;
  readonly resolutionMa: number;
}

export function seen(meter: SeriesMeter, ma: number, chance: Random): number {
  const spread = Math.hypot(meter.noiseMa, meter.noiseShare * ma);
  const spike = meter.spikeShare > 0 && chance.uniform() < meter.spikeShare ? 12 : 1;
  const value = ma * meter.gain + meter.offsetMa + spread * spike * chance.normal();
  return Math.round(value / meter.resolutionMa) * meter.resolutionMa;
}

/** A trace as a logger writes it. */
export interface LoggedTrace {
  readonly seconds: Float64Array;
  readonly amps: Float64Array;
}

/** Logs a vehicle from second 0 for so long; doors are opened at the given times. */
export function logTrace(
  vehicle: ParkedVehicle,
  meter: SeriesMeter,
  how: { seconds: number; perSecond: number; wakes?: readonly number[] },
  chance: Random,
): LoggedTrace {
  const n = Math.floor(how.seconds * how.perSecond) + 1;
  const seconds = new Float64Array(n);
  const amps = new Float64Array(n);
  const wakes = [...(how.wakes ?? [])];
  for (let i = 0; i < n; i++) {
    const t = i / how.perSecond;
    while (wakes.length > 0 && wakes[0]! <= t) vehicle.wake(wakes.shift()!);
    seconds[i] = t;
    amps[i] = seen(meter, vehicle.ma(t), chance) / 1000;
  }
  return { seconds, amps };
}

const logBetween = (low: number, high: number, chance: Random) =>
  Math.exp(chance.between(Math.log(low), Math.log(high)));

/** How many fuses such a vehicle has, and what hangs on them. */
function circuitOf(fuses: number, chance: Random): number {
  return Math.floor(chance.uniform() * fuses);
}

/**
 * A vehicle of thousands: simple ones that sleep in seconds, and modern ones whose control units
 * go down in a few waves over an hour; some report or blink, some have a fault behind a fuse or
 * behind none.
 */
export function anyVehicle(chance: Random): { truth: DrawTruth; fuses: number } {
  const kind = chance.uniform();
  const simple = kind < 0.22;
  const middling = !simple && kind < 0.5;
  const fuses = simple
    ? 4 + Math.floor(chance.between(0, 5))
    : 10 + Math.floor(chance.between(0, 31));
  const circuit = () => circuitOf(fuses, chance);

  const standing: Load[] = [];
  const pieces = simple
    ? 1 + Math.floor(chance.between(0, 2))
    : 2 + Math.floor(chance.between(0, 4));
  for (let i = 0; i < pieces; i++) {
    standing.push({
      ma: simple ? logBetween(0.2, 5, chance) : logBetween(0.8, 11, chance),
      circuit: circuit(),
    });
  }

  const units: ControlUnit[] = [];
  if (simple) {
    const n = Math.floor(chance.between(0, 3));
    for (let i = 0; i < n; i++) {
      units.push({
        ma: logBetween(4, 400, chance),
        circuit: circuit(),
        sleepsAfter: logBetween(2, 60, chance),
        fadeSeconds: 0,
      });
    }
  } else {
    // Units of one network go down together: waves, the last of them minutes to an hour away.
    const waves = 1 + Math.floor(chance.between(0, middling ? 3 : 5));
    let at = logBetween(8, middling ? 90 : 150, chance);
    for (let wave = 0; wave < waves; wave++) {
      const members = 1 + Math.floor(chance.between(0, 3));
      for (let i = 0; i < members; i++) {
        units.push({
          ma: logBetween(wave === 0 ? 25 : 3, wave === 0 ? 260 : 120, chance),
          circuit: circuit(),
          sleepsAfter: at + (i === 0 ? 0 : chance.between(0, 4)),
          fadeSeconds: chance.uniform() < 0.2 ? chance.between(0.3, 4) : 0,
        });
      }
      at += logBetween(12, middling ? 400 : 1300, chance);
      if (at > 3600) break;
    }
  }

  const reporters: Reporter[] = [];
  if (!simple && chance.uniform() < 0.25) {
    const everySeconds = logBetween(45, 600, chance);
    reporters.push({
      ma: logBetween(25, 260, chance),
      circuit: circuit(),
      everySeconds,
      lastsSeconds: Math.min(everySeconds / 4, logBetween(2, 25, chance)),
      firstAt: chance.between(0, everySeconds),
      jitter: chance.uniform() < 0.4 ? chance.between(0, 0.03) : 0,
    });
  } else if (chance.uniform() < 0.12) {
    const everySeconds = chance.between(0.9, 3.2);
    reporters.push({
      ma: logBetween(3, 30, chance),
      circuit: circuit(),
      everySeconds,
      lastsSeconds: Math.max(0.3, everySeconds * chance.between(0.1, 0.6)),
      firstAt: chance.between(0, everySeconds),
      jitter: 0,
    });
  }

  const faults: Load[] = [];
  const faulty = chance.uniform();
  if (faulty < 0.28) {
    faults.push({
      ma: simple ? logBetween(6, 250, chance) : logBetween(20, 600, chance),
      circuit: chance.uniform() < 0.14 ? null : circuit(),
    });
    if (faulty < 0.05) faults.push({ ma: logBetween(15, 200, chance), circuit: circuit() });
  }
  return {
    truth: {
      standing,
      units,
      reporters,
      faults,
      driftPerHour: chance.uniform() < 0.3 ? chance.between(-0.012, 0.012) : 0,
    },
    fuses,
  };
}

export function anySeriesMeter(chance: Random): SeriesMeter {
  return {
    gain: 1 + 0.002 * chance.normal(),
    offsetMa: 0.03 * chance.normal(),
    noiseMa: logBetween(0.02, 0.5, chance),
    noiseShare: chance.between(0.0005, 0.004),
    spikeShare: chance.uniform() < 0.3 ? 0.001 : 0,
    resolutionMa: chance.pick([0.01, 0.1, 0.1, 1]),
  };
}

/** Seconds for which it has been left alone when the meter goes in: often just before, or an hour. */
export function leftAloneBefore(chance: Random): number {
  return chance.uniform() < 0.6 ? 0 : logBetween(2, 2400, chance);
}
