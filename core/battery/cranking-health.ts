import { Z90, sdOf, type Estimate } from '../estimate';
import { monotoneCurve } from '../curve';

/**
 * Share of its rated cranking power that a battery of an age has left. Our own curve through the
 * trade's words (from memory): three to five years are usual, five to six with care; under seven
 * tenths counts as weak.
 */
export const SHARE_BY_AGE = monotoneCurve([
  [0, 1],
  [3, 0.92],
  [5, 0.8],
  [7, 0.65],
  [10, 0.5],
  [15, 0.35],
]);
/** The usual life of the battery that the curve is of. */
export const USUAL_YEARS = 5;
/** Doubt of it, as a standard deviation of the logarithm: new ones are alike, old ones are not. */
const NEW_SD = 0.05;
const SD_PER_YEAR = 0.03;
/** An age that nobody knows counts as this, with more doubt. */
const UNKNOWN = { lives: 1, sd: 0.3 } as const;
/** Capacity and cranking power go together, loosely. */
const CAPACITY = { share: 0.6, sd: 0.15 } as const;
/** What a test said is in more doubt by each year since. */
const TEST_SD_PER_YEAR = 0.2;

/** What a test says of the share that is left. */
export interface HealthTest {
  readonly share: number;
  /** Standard deviation of its logarithm. */
  readonly sd: number;
  readonly yearsAgo: number;
}

export interface HealthQuestion {
  /** Null where nobody knows. */
  readonly ageYears: number | null;
  /** What its kind usually lives; five years where it is not said. */
  readonly usualYears?: number;
  /** Of its rated capacity, as learnt; null: nothing was learnt. */
  readonly capacityShare: Estimate | null;
  readonly tests: readonly HealthTest[];
}

/**
 * Share of its rated cranking power that a battery has when it is full, 0.05 … 1.2, as 90 % range:
 * by its age, by what it was seen to hold, and by its tests, each weighed by its doubt (a product
 * of normal distributions of the logarithm).
 */
export function crankingHealth({
  ageYears,
  usualYears = USUAL_YEARS,
  capacityShare,
  tests,
}: HealthQuestion): Estimate {
  const lives = ageYears === null ? UNKNOWN.lives : ageYears / usualYears;
  const years = Math.min(15, Math.max(0, USUAL_YEARS * lives));
  const beliefs: { mean: number; sd: number }[] = [
    {
      mean: Math.log(SHARE_BY_AGE.at(years)),
      sd: ageYears === null ? UNKNOWN.sd : NEW_SD + SD_PER_YEAR * years,
    },
  ];
  if (capacityShare !== null && capacityShare.value > 0) {
    const relative = sdOf(capacityShare) / capacityShare.value;
    beliefs.push({
      mean: CAPACITY.share * Math.log(Math.min(1, capacityShare.value)),
      sd: Math.hypot(CAPACITY.sd, relative),
    });
  }
  for (const { share, sd, yearsAgo } of tests) {
    beliefs.push({
      mean: Math.log(Math.min(1.2, Math.max(0.05, share))),
      sd: Math.hypot(sd, TEST_SD_PER_YEAR * Math.max(0, yearsAgo)),
    });
  }
  const precision = beliefs.reduce((sum, { sd }) => sum + 1 / sd ** 2, 0);
  const mean = beliefs.reduce((sum, one) => sum + one.mean / one.sd ** 2, 0) / precision;
  const sd = 1 / Math.sqrt(precision);
  const bounded = (log: number) => Math.min(1.2, Math.max(0.05, Math.exp(log)));
  return { value: bounded(mean), low: bounded(mean - Z90 * sd), high: bounded(mean + Z90 * sd) };
}
