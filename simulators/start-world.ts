import type { Random } from './random';

/**
 * Vehicles that are started: a battery, its joints, a starter, an engine and its charging, each with
 * a truth of its own. None of its laws or constants are those of the judging core: the battery loses
 * volts by resistance that grows with cold and time and by a polarisation of its own, the engine
 * pulls in strokes, the meter is noisy.
 */
export const JOINTS_OF_TRUTH = ['live-clamp', 'live-cable', 'earth-clamp', 'earth-cable'] as const;
export type TrueJoint = (typeof JOINTS_OF_TRUTH)[number];
export const ALTERNATORS = ['sound', 'regulated', 'dead', 'belt', 'diode', 'over'] as const;
export type Alternator = (typeof ALTERNATORS)[number];

export interface StartTruth {
  readonly cells: number;
  readonly ratedAmps: number;
  readonly capacityAh: number;
  readonly ageYears: number;
  /** Of its rated power; under 0.7 it is weak. */
  readonly power: number;
  readonly soc: number;
  readonly celsius: number;
  /** Amps that the engine asks once it turns, now. */
  readonly asksAmps: number;
  /** Ohms of each joint and cable; one may be bad. */
  readonly ohms: Readonly<Record<TrueJoint, number>>;
  readonly badJoint: TrueJoint | null;
  readonly alternator: Alternator;
  readonly isSmall: boolean;
}

const KINDS = [
  { ratedAmps: 540, capacityAh: 60, warmAmps: 150, isSmall: false },
  { ratedAmps: 680, capacityAh: 75, warmAmps: 230, isSmall: false },
  { ratedAmps: 850, capacityAh: 95, warmAmps: 310, isSmall: false },
  { ratedAmps: 190, capacityAh: 14, warmAmps: 62, isSmall: true },
  { ratedAmps: 240, capacityAh: 26, warmAmps: 78, isSmall: true },
] as const;

/** How a weak or sound one is made: three in ten weak, nothing in the tenth between. */
const powerOf = (chance: Random) =>
  chance.uniform() < 0.3 ? chance.between(0.3, 0.7) : chance.between(0.8, 1.12);

/** A vehicle of chance; one in four has a bad joint, three in ten a faulty charging. */
export function anyStart(chance: Random): StartTruth {
  const kind = chance.pick(KINDS);
  const celsius = chance.between(-8, 22);
  const power = powerOf(chance);
  const age = 7.5 * (1.05 - power) + chance.between(0, 3) + 0.6 * chance.normal();
  const thick = thickness(celsius);
  const asksAmps = kind.warmAmps * thick * Math.exp(0.13 * chance.normal());
  const badJoint = chance.uniform() < 0.25 ? chance.pick(JOINTS_OF_TRUTH) : null;
  // A car's starter circuit carries some 150 A: others have copper in proportion.
  const scale = 150 / kind.warmAmps;
  const ohms = Object.fromEntries(
    JOINTS_OF_TRUTH.map((joint) => {
      const isCable = joint.endsWith('cable');
      const good = isCable ? chance.between(0.2e-3, 0.7e-3) : chance.between(0.05e-3, 0.35e-3);
      const bad = joint === badJoint ? chance.between(5e-3, 14e-3) : 0;
      return [joint, scale * (good + bad)];
    }),
  ) as Record<TrueJoint, number>;
  const charging = chance.uniform();
  const faults = ['dead', 'belt', 'diode', 'over'] as const;
  return {
    cells: 6,
    ...kind,
    ageYears: Math.max(0.1, age),
    power,
    soc: chance.between(0.86, 1),
    celsius,
    asksAmps,
    ohms,
    badJoint,
    alternator: charging < 0.3 ? chance.pick(faults) : charging < 0.5 ? 'regulated' : 'sound',
  };
}

/** Of its rated power a year takes so much from a battery of this world. */
export const WORN_IN_A_YEAR = 1 / 7.5;

/** Oil thickens: half as much again at freezing, more below. */
const thickness = (celsius: number) => Math.exp(0.022 * (25 - celsius));

/**
 * The start of a vehicle whose battery is known from outside: its power by its age, scattered as
 * batteries are, less of it where a cell is going or its plates are hard.
 */
export function startOfKnown(
  known: Pick<StartTruth, 'ratedAmps' | 'capacityAh' | 'isSmall'> & {
    readonly ageYears: number;
    /** Of its power that a trouble leaves; 1: none. */
    readonly left: number;
  },
  chance: Random,
): StartTruth {
  const worn =
    Math.max(0, known.ageYears - chance.between(0, 3) - 0.6 * chance.normal()) * WORN_IN_A_YEAR;
  // Most engines got a battery with some to spare.
  const warmAmps = known.ratedAmps * chance.between(0.26, 0.36);
  const scale = 150 / warmAmps;
  const ohms = Object.fromEntries(
    JOINTS_OF_TRUTH.map((joint) => [
      joint,
      scale *
        (joint.endsWith('cable')
          ? chance.between(0.2e-3, 0.7e-3)
          : chance.between(0.05e-3, 0.35e-3)),
    ]),
  ) as Record<TrueJoint, number>;
  return {
    ...{ cells: 6, soc: 1, celsius: 25, badJoint: null, alternator: 'sound' as const },
    ...known,
    power: known.left * Math.min(1.12, Math.max(0.25, 1.05 - worn)),
    asksAmps: warmAmps * Math.exp(0.13 * chance.normal()),
    ohms,
  };
}

/** The same start at another charge and temperature. */
export const startAt = (truth: StartTruth, soc: number, celsius: number): StartTruth => ({
  ...truth,
  ...{ soc, celsius },
  asksAmps: (truth.asksAmps * thickness(celsius)) / thickness(truth.celsius),
});

/** Volts of six cells at rest, tenths of a volt as they are: a scale of its own. */
const restVolts = ({ soc, celsius }: StartTruth) =>
  11.72 + 1.08 * soc - 0.1 * soc * soc + 0.0012 * (celsius - 25);

/** Volts at its posts under a load, after so many seconds. */
export function loadedVolts(truth: StartTruth, amps: number, seconds: number): number {
  const { ratedAmps, power, celsius, soc } = truth;
  const ohms25 = 1.82 / (ratedAmps * power);
  const ohms =
    ohms25 * Math.exp(0.019 * (25 - celsius)) * (1 + 0.4 * (1 - soc) + 1.7 * (1 - soc) ** 6);
  const polarised = 0.115 * ((celsius + 273) / 298) * Math.asinh((40 * amps) / ratedAmps);
  return restVolts(truth) - amps * ohms * (1 + 0.07 * Math.sqrt(seconds / 15)) - polarised;
}

export interface Meter {
  readonly volts: (value: number) => number;
  readonly drop: (value: number) => number;
}

/** A multimeter: a steady error of its own, and digits that flicker. */
export function meterOf(chance: Random): Meter {
  const gain = 1 + 0.002 * chance.normal();
  return {
    volts: (value) => Math.round(100 * (gain * value + 0.008 * chance.normal())) / 100,
    drop: (value) =>
      Math.max(0, Math.round(1000 * (gain * value + 0.004 * chance.normal())) / 1000),
  };
}

/** Amps that flow while it turns: a weak battery and bad joints let the starter have less. */
export function crankAmps(truth: StartTruth): number {
  const joints = JOINTS_OF_TRUTH.reduce((sum, joint) => sum + truth.ohms[joint], 0);
  let amps = truth.asksAmps;
  for (let i = 0; i < 8; i++) {
    const atStarter = loadedVolts(truth, amps, 1) - amps * joints;
    // With fewer volts it turns slower and asks somewhat less.
    amps = truth.asksAmps * Math.max(0.15, Math.min(1.1, (atStarter / 10.4) ** 0.6 || 0.15));
  }
  return amps;
}

/** Whether the starter gets what it needs to turn the engine until it fires. */
export function starts(truth: StartTruth): boolean {
  const amps = crankAmps(truth);
  const joints = JOINTS_OF_TRUTH.reduce((sum, joint) => sum + truth.ohms[joint], 0);
  return loadedVolts(truth, amps, 1) - amps * joints > 7.3;
}

/** The same vehicle on a morning: colder, and not charged lately. */
export function onAMorning(truth: StartTruth, chance: Random): StartTruth {
  const celsius = chance.between(-20, 18);
  return startAt(truth, chance.between(0.1, 1), celsius);
}

/** A start as a meter logs it, twenty samples a second; whether it ran. */
export function crankLog(truth: StartTruth, meter: Meter, chance: Random) {
  const amps = crankAmps(truth);
  const turns = starts(truth);
  const lasts = turns ? chance.between(0.7, 1.8) : 3;
  const seconds: number[] = [];
  const volts: number[] = [];
  const stroke = chance.between(3, 7);
  for (let i = 0; i < 20 * (2 + lasts + 2); i++) {
    const t = i / 20;
    const since = t - 1;
    const load =
      since < 0 || since > lasts
        ? 0
        : since < 0.1
          ? 2.4 * amps
          : amps * (1 + 0.18 * Math.sin(2 * Math.PI * stroke * since));
    const runs = turns && since > lasts ? Math.min(1.5, 0.4 + (since - lasts)) : 0;
    seconds.push(t);
    volts.push(meter.volts(load > 0 ? loadedVolts(truth, load, since) : restVolts(truth) + runs));
  }
  return {
    seconds,
    volts,
    amps,
    sound: turns ? (amps < 0.82 * truth.asksAmps ? 'slow' : 'normal') : 'clicks',
  } as const;
}

/** Volts that a load tester reads before and after fifteen seconds at half the rated amps. */
export const loadTest = (truth: StartTruth, meter: Meter) => ({
  restVolts: meter.volts(restVolts(truth)),
  volts: meter.volts(loadedVolts(truth, truth.ratedAmps / 2, 15)),
  amps: truth.ratedAmps / 2,
});

/** Drops over joints and cables while it is cranked, at the posts, clamps and bolts. */
export function drops(truth: StartTruth, meter: Meter): Record<TrueJoint, number> {
  const amps = crankAmps(truth);
  return Object.fromEntries(
    JOINTS_OF_TRUTH.map((joint) => [joint, meter.drop(amps * truth.ohms[joint])]),
  ) as Record<TrueJoint, number>;
}

/** What a meter shows at the posts with the engine running. */
export function charging({ alternator, isSmall }: StartTruth, meter: Meter, chance: Random) {
  const set = chance.between(13.95, 14.4);
  const at = (idle: number, raised: number, loaded: number, ripple: number) => ({
    idleVolts: meter.volts(idle),
    raisedVolts: meter.volts(raised),
    loadedVolts: meter.volts(loaded),
    rippleVolts: Math.round(1000 * Math.abs(ripple + 0.01 * chance.normal())) / 1000,
  });
  // Small ones give little at idle.
  const atIdle = isSmall ? set - chance.between(0.2, 1.1) : set - chance.between(0, 0.15);
  const quiet = chance.between(0.03, 0.22);
  switch (alternator) {
    case 'sound':
      return at(atIdle, set, set - chance.between(0.05, 0.4), quiet);
    case 'regulated': {
      const rests = chance.between(12.75, 14.9);
      return at(rests, rests, Math.max(rests, chance.between(13.4, 14.6)), quiet);
    }
    case 'dead': {
      const flat = chance.between(12.1, 12.6);
      return at(flat, flat + 0.02, flat - chance.between(0.3, 0.9), 0.01);
    }
    case 'belt':
      return at(atIdle, set - chance.between(0, 0.3), chance.between(12.1, 13.1), quiet);
    case 'diode':
      return at(
        atIdle - chance.between(0.2, 0.7),
        set - chance.between(0.1, 0.6),
        set - chance.between(0.5, 1.2),
        chance.between(0.55, 2.5),
      );
    case 'over':
      return at(
        chance.between(14.9, 15.8),
        chance.between(15.4, 17),
        chance.between(15, 16.5),
        quiet,
      );
  }
}
