import { monotoneCurve } from '../curve';

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

const within = (celsius: number) => Math.min(26.7, Math.max(-17.8, celsius));

/** Percent of its warm cranking power that a full battery has at `celsius`, −17.8 … 26.7. */
export const powerLeftPct = (celsius: number) => LEFT.at(within(celsius));

/** Percent of its warm demand that an engine asks at `celsius`, −17.8 … 26.7. */
export const powerAskedPct = (celsius: number) => ASKED.at(within(celsius));

/**
 * Share of a full battery's cranking power that is left at a state of charge, 0 … 1. Our own
 * assumption: nearly all of it down to half, then away; nothing when it is flat.
 */
export function chargeShare(socPct: number): number {
  const s = Math.min(1, Math.max(0, socPct / 100));
  return s >= 0.5 ? 0.78 + 0.44 * (s - 0.5) : 0.78 * (s / 0.5) ** 1.3;
}

/** Amps that an engine asks when warm, for each ampere-hour of its battery. Our own assumption. */
const WARM_AMPS_PER_AH = 2.2;

export interface CrankingQuestion {
  readonly socPct: number;
  readonly celsius: number;
  readonly coldCrankingAmps: number;
  readonly capacityAh: number;
}

export interface CrankingAnswer {
  /** Of what the same battery gives when it is full and warm, percent. */
  readonly crankingPct: number;
  readonly availableAmps: number;
  readonly askedAmps: number;
  readonly starts: boolean;
}

/**
 * Whether a battery still starts its engine. Its cold cranking amps are what it gives full at
 * −18 °C (SAE J537), so at `celsius` it gives them times the power left there over that at
 * −17.8 °C, times the share of its charge; the engine asks by the size of its battery and the
 * cold. A rough answer: engines differ by half.
 */
export function cranking(question: CrankingQuestion): CrankingAnswer {
  const { socPct, celsius, coldCrankingAmps, capacityAh } = question;
  const share = chargeShare(socPct);
  const availableAmps = coldCrankingAmps * (powerLeftPct(celsius) / 40) * share;
  const askedAmps = (WARM_AMPS_PER_AH * capacityAh * powerAskedPct(celsius)) / 100;
  return {
    crankingPct: powerLeftPct(celsius) * share,
    availableAmps,
    askedAmps,
    starts: availableAmps >= askedAmps,
  };
}
