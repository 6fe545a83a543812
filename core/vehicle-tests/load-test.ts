import { t } from '../language';
import { z } from 'zod';
import { WEAK_SHARE } from '../battery/life';
import { LOAD_TEST_FROM_PCT, loadTestFloor } from '../battery/load-test';
import { formatPct, formatVolts } from '../words/words';
import { powerShare } from './power-share';
import type { TestAnswer } from './test-answer';

/** A load test as it was done. */
export const LoadSeen = z.strictObject({
  /** At the end of the 15 s. */
  volts: z
    .number()
    .min(0, { error: () => t`volts are 0 or more` })
    .max(100, { error: () => t`no battery here has over 100 V` }),
  amps: z
    .number()
    .min(1, { error: () => t`half the cold cranking amps` })
    .max(2000, { error: () => t`at most 2000 A` }),
  celsius: z.number().min(-40).max(60),
  /** Just before it; null: not measured. */
  restVolts: z.number().min(0).max(100).nullable().default(null),
});
export type LoadSeen = z.infer<typeof LoadSeen>;

/** Doubt of the share that a load shows (logarithm). */
const SD = 0.12;

export interface LoadQuestion {
  readonly cells: number;
  /** At the end of the 15 s. */
  readonly volts: number;
  readonly amps: number;
  readonly celsius: number;
  /** Before it; null where nobody read them. */
  readonly restVolts: number | null;
  readonly socPct: number | null;
  /** By SAE. */
  readonly ratedAmps: number;
}

export type LoadFinding = 'well' | 'weak' | 'fails' | 'charge-first';

/** Whether it holds up under the load of the published table; see `loadTestFloor`. */
export const holdsLoad = (volts: number, cells: number, celsius: number): boolean =>
  volts >= loadTestFloor(cells, celsius);

/**
 * What a load test of a lead-acid battery says: under the published floor it fails; above it, what
 * it shows of its rated amps, where its rest was read, tells a weak one before it fails.
 */
export function judgeLoad(question: LoadQuestion): TestAnswer<LoadFinding> {
  const { cells, volts, amps, celsius, restVolts, socPct, ratedAmps } = question;
  const floor = loadTestFloor(cells, celsius);
  const share =
    restVolts === null || socPct === null
      ? null
      : powerShare({ ...question, restVolts, loadedVolts: volts, socPct });
  const health = share === null ? null : { share, sd: SD };
  const under = t`${formatVolts(volts)} after 15 s at ${Math.round(amps)} A; at least ${formatVolts(floor)} at this temperature`;
  if (socPct !== null && socPct < LOAD_TEST_FROM_PCT) {
    return {
      found: 'charge-first',
      isWell: false,
      say: [
        t`It stood at about ${formatPct(socPct)}: under ${LOAD_TEST_FROM_PCT} % the test says nothing.`,
        t`Charge it in full, let it rest, test again.`,
      ],
      health: null,
    };
  }
  if (!holdsLoad(volts, cells, celsius)) {
    return {
      found: 'fails',
      isWell: false,
      say: [t`${under}: it fails.`, t`Clean its clamps and test once more; then it is replaced.`],
      health,
    };
  }
  if (share !== null && share < WEAK_SHARE) {
    return {
      found: 'weak',
      isWell: false,
      say: [
        t`${under}: it holds, and shows about ${formatPct(100 * share)} of its rated ${Math.round(ratedAmps)} A.`,
        t`Weak: it may fail in the first frost. Its owner should know before then.`,
      ],
      health,
    };
  }
  return { found: 'well', isWell: true, say: [t`${under}: well.`], health };
}
