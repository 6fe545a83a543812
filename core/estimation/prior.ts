import { Z90, sdOf, type Estimate } from '../estimate';
import { CHEMISTRIES, type ChemistryId } from '../battery/chemistries';
import { chargeAcceptance } from '../charging/charge-acceptance';
import { ageFactor } from '../drain/self-discharge';
import type { MeasuredCharge } from './observations';

/** Self-discharge by chemistry and age, in percent of rated capacity in 30 days at 20 °C. */
export function expectedSelfDischarge(chemistry: ChemistryId, ageYears: number | null): Estimate {
  const base = CHEMISTRIES[chemistry].selfDischargePctPerMonthAt20C;
  // Unknown age is treated as old: five years.
  const factor = ageFactor(ageYears ?? 5);
  return { value: base.value * factor, low: base.low * factor, high: base.high * factor };
}

/** A battery whose age nobody knows is treated as this old. */
const UNKNOWN_AGE_YEARS = 5;
/** Usable capacity when new as a share of the rated, and what each year takes. Our own assumption. */
const SHARE_WHEN_NEW = 0.97;
const SHARE_LOST_A_YEAR = 0.03;
/** Batteries of one age differ by so much. Our own assumption. */
const SHARE_SD = 0.055;

/**
 * Usable capacity as a share of the rated one: by age, and by what measured charges from a known
 * state of charge to full say (only ampere-hours tell; volts do not). Each is weighed by its
 * certainty. 90 % range.
 */
export function usableShare(
  ageYears: number | null,
  chemistry: ChemistryId,
  capacityAh: number,
  charges: readonly MeasuredCharge[],
): Estimate {
  const age = Math.min(12, ageYears ?? UNKNOWN_AGE_YEARS);
  let weight = 1 / SHARE_SD ** 2;
  let sum = weight * Math.max(0.5, SHARE_WHEN_NEW - SHARE_LOST_A_YEAR * age);
  for (const { fromSocPct, ampHours } of charges) {
    const { capacityAh: usable } = chargeAcceptance({
      chemistry,
      capacityAh,
      fromSocPct,
      ampHours,
      hours: 0,
      drawAmps: 0,
      full: true,
    });
    if (!usable) continue;
    const by = 1 / (sdOf(usable) / capacityAh) ** 2;
    weight += by;
    sum += (by * usable.value) / capacityAh;
  }
  const value = Math.min(1.2, Math.max(0.15, sum / weight));
  const half = Z90 / Math.sqrt(weight);
  return { value, low: Math.max(0.05, value - half), high: value + half };
}
