import { t, msg, withWords } from '../language';
import { z } from 'zod';
import { LOAD_TEST_FROM_PCT, loadTestFloor } from '../battery/load-test';
import { formatVolts } from '../words/words';
import { powerShare } from './power-share';
import type { TestAnswer } from './test-answer';

export const CRANK_SOUNDS = ['normal', 'slow', 'clicks', 'silent'] as const;
/** How it turned, by the ear. */
export type CrankSound = (typeof CRANK_SOUNDS)[number];
export const CRANK_SOUND_WORDS: Readonly<Record<CrankSound, string>> = withWords({
  normal: msg`Normal`,
  slow: msg`Slow`,
  clicks: msg`Clicks`,
  silent: msg`Silent`,
});

const Shown = z
  .number()
  .min(0, { error: () => t`volts are 0 or more` })
  .max(100, { error: () => t`no battery here has over 100 V: 9.80 V is written 9.80` })
  .nullable();

/** A start as it was heard and measured; null: not measured. */
export const CrankSeen = z.strictObject({
  sound: z.enum(CRANK_SOUNDS),
  /** It ran afterwards. */
  ran: z.boolean(),
  restVolts: Shown,
  /** Where the volts stood while it turned: at ten samples a second the inrush is not seen. */
  leastVolts: Shown,
  seconds: z
    .number()
    .min(0.1)
    .max(60, { error: () => t`no longer than 60 s: ten seconds at most, then a rest` })
    .nullable(),
  /** By a clamp meter. */
  amps: z
    .number()
    .min(1)
    .max(3000, { error: () => t`at most 3000 A` })
    .nullable(),
  celsius: z.number().min(-40).max(60),
});
export type CrankSeen = z.infer<typeof CrankSeen>;

export interface CrankQuestion {
  readonly seen: CrankSeen;
  readonly cells: number;
  /** Before it, percent; null where nobody knows. */
  readonly socPct: number | null;
  /** By SAE. */
  readonly ratedAmps: number;
  /** What such an engine asks at that temperature. */
  readonly askedAmps: number;
  readonly isLead: boolean;
}

/** Least volts while cranking, by cells and temperature: 9.6 V of 12 at 20 °C (common practice). */
export const crankFloor = loadTestFloor;
/** A starter that gets so much more than the floor and turns slowly is not short of volts. */
const CLEAR_VOLTS = 0.6;
/** A solenoid that clicks while the battery stays so high gets its current stopped on the way. */
const STAYS_VOLTS = 11.5;
/** Doubt of what it says of the battery (logarithm): by a clamp, or by what such engines ask. */
const SD = { measured: 0.12, asked: 0.3 } as const;

export type CrankFinding =
  'well' | 'charge-first' | 'battery' | 'connections' | 'circuit' | 'starter' | 'unclear';

/**
 * What a start says of battery, connections and starter. Order of the trade: low charge first, then
 * clamps and cables, then the battery, then the starter. Common practice throughout.
 */
export function judgeCrank(question: CrankQuestion): TestAnswer<CrankFinding> {
  const { seen, cells, socPct, isLead } = question;
  const scale = cells / 6;
  const floor = crankFloor(cells, seen.celsius);
  const { sound, leastVolts, restVolts } = seen;
  const health = healthOf(question);
  const is = (found: CrankFinding, ...say: string[]): TestAnswer<CrankFinding> => ({
    found,
    isWell: found === 'well',
    say,
    health: found === 'circuit' || found === 'connections' ? null : health,
  });
  if (isLead && sound !== 'normal' && socPct !== null && socPct < LOAD_TEST_FROM_PCT) {
    return is(
      'charge-first',
      t`It stood at about ${Math.round(socPct)} %: slow says low charge first.`,
      t`Charge it in full, let it rest, and crank again before anything else is suspected.`,
    );
  }
  if (sound === 'silent') {
    const dropped =
      leastVolts !== null && restVolts !== null && restVolts - leastVolts > 0.5 * scale;
    return dropped
      ? is(
          'starter',
          t`Silent, and the volts fell to ${formatVolts(leastVolts)}: current flows and nothing turns.`,
          t`The starter, or an engine that is stuck: licensed hands before another try.`,
        )
      : is(
          'circuit',
          t`Silent, and nothing is drawn: the circuit is open.`,
          t`Clamp, isolator, gear and brake switch, fuse, immobiliser: in that order.`,
        );
  }
  if (sound === 'clicks') {
    if (leastVolts === null) {
      return is(
        'unclear',
        t`Clicks: a battery that cannot, or a joint that does not carry it.`,
        t`Measure the volts at the posts while it clicks.`,
      );
    }
    return leastVolts >= STAYS_VOLTS * scale
      ? is(
          'connections',
          t`Clicks, while the battery stays at ${formatVolts(leastVolts)}: its current is stopped on the way.`,
          t`Voltage drop over clamps, cables and earth, then the solenoid.`,
        )
      : is(
          'battery',
          t`Clicks, and the volts fall to ${formatVolts(leastVolts)}: it cannot give what is asked.`,
          t`Load test it once it is full and rested; clean its clamps before it is condemned.`,
        );
  }
  if (leastVolts === null) {
    return sound === 'normal'
      ? is('well', t`It turned as it should. Volts while cranking would tell more.`)
      : is('unclear', t`Slow: measure the volts at the posts while it turns.`);
  }
  const least = t`${formatVolts(leastVolts)} while it turned; at least ${formatVolts(floor)} at this temperature`;
  if (leastVolts < floor) {
    return is(
      'battery',
      `${least}.`,
      t`Weak, or short of charge: load test it once it is full and rested. Clean its clamps first.`,
    );
  }
  if (sound === 'slow') {
    return leastVolts >= floor + CLEAR_VOLTS * scale
      ? is(
          'connections',
          t`${least}, and slow all the same: the starter does not get what the battery gives.`,
          t`Voltage drop over clamps, cables and earth while it is cranked; if they are well, the starter.`,
        )
      : is(
          'unclear',
          t`${least}, and slow: near the floor, both battery and joints may be meant.`,
          t`Voltage drop first, then the load test.`,
        );
  }
  return is('well', t`${least}: well.`);
}

/** What it says of the battery; nothing where it did not turn, or its charge is not known. */
function healthOf(question: CrankQuestion): TestAnswer<CrankFinding>['health'] {
  const { seen, cells, socPct, ratedAmps, askedAmps, isLead } = question;
  const { restVolts, leastVolts, amps, celsius, sound } = seen;
  if (!isLead || restVolts === null || leastVolts === null || socPct === null) return null;
  if (sound === 'clicks' || sound === 'silent') return null;
  const share = powerShare({
    cells,
    restVolts,
    loadedVolts: leastVolts,
    amps: amps ?? askedAmps,
    celsius,
    ratedAmps,
    socPct,
  });
  return share === null ? null : { share, sd: amps === null ? SD.asked : SD.measured };
}
