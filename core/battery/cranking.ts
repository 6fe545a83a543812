import { monotoneCurve } from '../curve';
import { Z90, sdOf, type Estimate } from '../estimate';
import { normalBelow } from '../normal';

/**
 * Power that a full battery has left for cranking, percent of that at 26.7 °C; and what the
 * engine asks, percent of what it asks there. Battery Council International: 80 °F 100/100,
 * 32 °F 65/165, 0 °F 40/250 (from memory). Level beyond.
 */
const POINTS = [
  [-17.8, 40, 250],
  [0, 65, 165],
  [26.7, 100, 100],
] as const;
const LEFT = monotoneCurve(POINTS.map(([celsius, left]) => [celsius, left] as const));
const ASKED = monotoneCurve(POINTS.map(([celsius, , asked]) => [celsius, asked] as const));
const COLDEST = POINTS[0];

const within = (celsius: number) => Math.min(26.7, Math.max(-17.8, celsius));

/** Percent of its warm cranking power that a full battery has at `celsius`, −17.8 … 26.7. */
export const powerLeftPct = (celsius: number) => LEFT.at(within(celsius));

/** Percent of its warm demand that an engine asks at `celsius`, −17.8 … 26.7. */
export const powerAskedPct = (celsius: number) => ASKED.at(within(celsius));

/**
 * Share of a full battery's cranking power by its charge: what is left between its resting volts and
 * the least that a starter takes, over an inner resistance that is half as much again at a quarter
 * and more than trebles toward empty. Our own curve; resistance from memory, data sheets; under
 * 12.0 V of twelve is not enough in frost (common practice).
 */
const CHARGE_SHARE = monotoneCurve([
  [-20, 0],
  [0, 0.12],
  [12, 0.3],
  [25, 0.52],
  [50, 0.77],
  [75, 0.9],
  [100, 1],
]);

/** Share of a full battery's cranking power that is left at a state of charge, 0 … 1. */
export const chargeShare = (socPct: number): number =>
  socPct <= -20 ? 0 : CHARGE_SHARE.at(Math.min(100, socPct));

/**
 * Cold cranking amps of a starter battery for each ampere-hour, where none are written on it.
 * Data sheets, from memory: 7 to 10 on cars, more on motorcycles.
 */
const USUAL_AMPS_PER_AH = 8.5;
/** Doubts as standard deviations of the logarithm; all our own assumptions. */
const DOUBT = {
  /** A rating that nobody read. */
  unrated: 0.25,
  /** Two of a kind, new. */
  rated: 0.05,
  /** Of the share at a state of charge, and in the cold. */
  share: 0.07,
  /** What one engine asks and another of its size. */
  engine: 0.22,
} as const;

/**
 * What an engine asks at −18 °C, as a share of the rated cranking amps of the battery that its
 * maker chose for it: warm it takes a quarter to a third of them (data sheets, from memory), and two
 * and a half times that in such cold.
 */
const SHARE_OF_RATED = 0.72;
/**
 * Rated cranking amps at −18 °C that an engine asks at the least, for each litre: one for a cubic
 * inch of petrol engine, two for one of diesel (common practice).
 */
const AMPS_PER_LITRE: Readonly<Record<Fuel, number>> = { petrol: 61, diesel: 122 };

export const FUELS = ['petrol', 'diesel'] as const;
export type Fuel = (typeof FUELS)[number];

/** What turns when it is cranked; null where nobody knows. */
export interface Engine {
  readonly displacementCc: number | null;
  readonly fuel: Fuel | null;
}

export interface StartQuestion {
  /** On the day, percent. */
  readonly socPct: Estimate;
  /** Of battery and engine, on the day. */
  readonly celsius: number;
  /** By SAE; see `ratedAmps`. */
  readonly rated: Estimate;
  /** Share of its rated cranking power that it has when it is full; see `crankingHealth`. */
  readonly health: Estimate;
  readonly engine: Engine;
}

export interface StartAnswer {
  /** Chance that it starts; from `low` to `high` by what is not known of the battery. */
  readonly chance: Estimate;
  readonly availableAmps: Estimate;
  readonly askedAmps: Estimate;
  /** Cranking power, percent of the same battery rated, full and warm. */
  readonly powerPct: number;
}

/** A 90 % range around a value whose logarithm is in doubt by `sd`. */
const logRange = (value: number, sd: number): Estimate => ({
  value,
  low: value * Math.exp(-Z90 * sd),
  high: value * Math.exp(Z90 * sd),
});

/**
 * Rated cranking amps by SAE: as they are written on the case; else as such a battery usually has,
 * in doubt.
 */
export const ratedAmps = (coldCrankingAmps: number | null, capacityAh: number): Estimate =>
  coldCrankingAmps === null
    ? logRange(USUAL_AMPS_PER_AH * capacityAh, DOUBT.unrated)
    : logRange(coldCrankingAmps, DOUBT.rated);

/**
 * Amps that the engine asks at `celsius`. By the battery that it has, and by its displacement
 * where that is known and asks for more: a battery too small for its engine does not make the
 * engine ask less.
 */
export function askedAmps(question: Pick<StartQuestion, 'rated' | 'engine' | 'celsius'>): {
  amps: Estimate;
  byBattery: boolean;
} {
  const { displacementCc, fuel } = question.engine;
  const byBattery = SHARE_OF_RATED * question.rated.value;
  const byEngine =
    displacementCc === null ? 0 : (displacementCc / 1000) * AMPS_PER_LITRE[fuel ?? 'petrol'];
  const coldest = Math.max(byBattery, byEngine);
  const amps = logRange((coldest * powerAskedPct(question.celsius)) / COLDEST[2], DOUBT.engine);
  return { amps, byBattery: byBattery >= byEngine };
}

const logSd = ({ value, low, high }: Estimate): number =>
  value <= 0
    ? 0
    : sdOf({ value: 0, low: Math.log(Math.max(1e-3, low) / value), high: Math.log(high / value) });

/**
 * Whether a battery starts its engine on a day. It gives its rated amps (full, at −18 °C; SAE J537)
 * times the power left at its temperature over that at −18 °C, the share of its charge, and the
 * share that age and tests leave of it; the engine asks by its size and the cold. The chance is
 * that of giving more than is asked, both being in doubt; its range is what one would say if the
 * battery were known to be as weak, or as good, as nineteen of twenty like it. Out of −18 … 27 °C
 * the nearest of them counts; one that is over-discharged by a fifth gives nothing.
 */
export function startChance(question: StartQuestion): StartAnswer {
  const { socPct, celsius, health, rated } = question;
  const asked = askedAmps(question);
  const left = powerLeftPct(celsius);
  const given = (soc: number, share: number) =>
    rated.value * (left / COLDEST[1]) * chargeShare(soc) * share;
  const value = given(socPct.value, health.value);
  // A rating that nobody read is wrong on both sides alike where the demand is taken from it.
  const own = Math.hypot(asked.byBattery ? 0 : logSd(rated), DOUBT.share, logSd(health));
  const ofCharge = logSd({
    value: Math.max(1e-3, chargeShare(socPct.value)),
    low: Math.max(1e-3, chargeShare(socPct.low)),
    high: Math.max(1e-3, chargeShare(socPct.high)),
  });
  const sd = Math.hypot(own, ofCharge);
  const engine = logSd(asked.amps);
  const margin = Math.log(Math.max(1e-6, value) / asked.amps.value);
  return {
    chance: {
      value: normalBelow(margin / Math.hypot(sd, engine)),
      low: normalBelow((margin - Z90 * sd) / engine),
      high: normalBelow((margin + Z90 * sd) / engine),
    },
    availableAmps: logRange(value, sd),
    askedAmps: asked.amps,
    powerPct: left * chargeShare(socPct.value) * health.value,
  };
}
