import { sdOf, type Estimate } from '../estimate';
import { normalBelow } from '../normal';
import { SHARE_BY_AGE, USUAL_YEARS } from './cranking-health';

/** Under such a share of what it is rated for, a battery's life is over: it counts as weak. */
export const WEAK_SHARE = 0.7;
/**
 * From such a chance on that it is, a tested battery is called weak: to be told for nothing costs a
 * look, and not to be told a morning in the frost. Our own choice.
 */
const CALLED_WEAK_FROM = 0.1;
/** No battery is foreseen for longer. */
const MOST_YEARS = 12;

export interface LifeLeft {
  /** Years until it counts as weak, 90 % range; 0: it does now. */
  readonly years: Estimate;
  /** Chance that it does not within the next year. */
  readonly nextSeason: number;
}

const logSdOf = ({ low, high }: Estimate) =>
  Math.max(0.02, sdOf({ value: 0, low: Math.log(low), high: Math.log(high) }));

/** Whether a battery that has so much of what it is rated for is called weak. */
export const isCalledWeak = (health: Estimate): boolean =>
  normalBelow(Math.log(WEAK_SHARE / health.value) / logSdOf(health)) >= CALLED_WEAK_FROM;

/** Years until a share that stands at `share` now and falls as such batteries do is at its end. */
function yearsUntilWeak(share: number, ageYears: number): number {
  if (share <= WEAK_SHARE) return 0;
  const now = SHARE_BY_AGE.at(ageYears);
  const at = (years: number) => (share * SHARE_BY_AGE.at(ageYears + years)) / now;
  let low = 0;
  let high = MOST_YEARS;
  if (at(high) > WEAK_SHARE) return high;
  for (let i = 0; i < 40; i++) {
    const middle = (low + high) / 2;
    if (at(middle) > WEAK_SHARE) low = middle;
    else high = middle;
  }
  return low;
}

/**
 * The life that is left in a battery of `ageYears` (null: unknown, counted as a usual life) that still
 * has `health` of what it is rated for: it goes on falling as such batteries do with age, from where
 * it stands. `usualYears`: what its kind usually lives, 1 … 20. Our own model through the trade's
 * usual lives.
 */
export function lifeLeft(ageYears: number | null, health: Estimate, usualYears = 5): LifeLeft {
  const ages = USUAL_YEARS / usualYears;
  const age = Math.min(15, Math.max(0, ages * (ageYears ?? usualYears)));
  const years = (share: number) => yearsUntilWeak(share, age) / ages;
  const inAYear = SHARE_BY_AGE.at(age + ages) / SHARE_BY_AGE.at(age);
  const margin = Math.log((health.value * inAYear) / WEAK_SHARE);
  return {
    years: { value: years(health.value), low: years(health.low), high: years(health.high) },
    nextSeason: normalBelow(margin / logSdOf(health)),
  };
}
