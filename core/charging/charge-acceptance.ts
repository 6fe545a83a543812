import { Z90, type Estimate } from '../estimate';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';

export interface ChargeTaken {
  readonly chemistry: ChemistryId;
  readonly capacityAh: number;
  /** State of charge before, from a settled reading. */
  readonly fromSocPct: Estimate;
  /** Out of the charger, measured. */
  readonly ampHours: number;
  readonly hours: number;
  /** What the vehicle drew meanwhile. */
  readonly drawAmps: number;
  readonly full: boolean;
}

export interface ChargeAcceptance {
  /** What it should have taken from there, were it as good as new. */
  readonly expectedAh: number;
  /** Into the battery, the vehicle's draw taken off. */
  readonly tookAh: number;
  readonly tookShare: number;
  readonly verdict: 'took' | 'little' | 'much' | 'unknown';
  /** Usable capacity that this suggests; null where too little was charged to tell. */
  readonly capacityAh: Estimate | null;
}

/** Below this share of capacity charged, meter and doubt of the start say nothing of capacity. */
const MIN_SHARE = 0.25;
/** Charge factors differ by so much between batteries. Our own assumption. */
const FACTOR_DOUBT = 0.035;
/** Under and over these shares of what it should, something is wrong. Our own assumption. */
const LITTLE = 0.65;
const MUCH = 1.35;

/**
 * Whether a battery took the ampere-hours that it should: in = (1 − s) · C · factor. Turned
 * round it suggests the usable capacity, where at least a quarter of it was charged and the
 * charge went to full. Doubt: of the state of charge before, and of the charge factor.
 */
export function chargeAcceptance(taken: ChargeTaken): ChargeAcceptance {
  const factor = CHEMISTRIES[taken.chemistry].acceptance.factor;
  const missing = 1 - taken.fromSocPct.value / 100;
  const expectedAh = missing * taken.capacityAh * factor;
  const tookAh = Math.max(0, taken.ampHours - taken.drawAmps * taken.hours);
  const tookShare = expectedAh > 0 ? tookAh / expectedAh : 1;
  const enough = missing >= MIN_SHARE && taken.full;
  const sdMissing = (taken.fromSocPct.high - taken.fromSocPct.low) / 2 / Z90 / 100;
  const value = tookAh / (factor * missing);
  const sd = value * Math.hypot(FACTOR_DOUBT, sdMissing / missing);
  return {
    expectedAh,
    tookAh,
    tookShare,
    verdict: !enough
      ? 'unknown'
      : tookShare < LITTLE
        ? 'little'
        : tookShare > MUCH
          ? 'much'
          : 'took',
    capacityAh: enough
      ? { value, low: Math.max(0, value - Z90 * sd), high: value + Z90 * sd }
      : null,
  };
}
