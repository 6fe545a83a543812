/** What the chance of being settled depends on. */
export interface SettledQuestion {
  /** The level now, reports left out, milliamps. */
  readonly levelMa: number;
  /** Seconds for which it has been there. */
  readonly unchangedSeconds: number;
  /** Seconds since the meter carried the current, or something woke. */
  readonly awakeSeconds: number;
  /** Steps down that were seen since. */
  readonly steps: number;
}

/**
 * A logistic model: evidence, in logarithms of the odds, from how low the level is, how long it
 * has stood, and how long the vehicle has been left alone. Fitted to 18,000 logged currents of
 * seeded vehicles (`./ember bench --fit yes` fits it anew) and checked on others; what
 * it says holds for vehicles like those. Our own, no published source.
 */
const WEIGHTS: readonly number[] = [
  15.5965, -8.7001, 1.383, -0.0787, 0.622, 0.8444, -0.2352, 0.0279, -1.2618, 0.4595, 1.0891,
  -0.5795, 0.5081, -0.0037,
];

/** At this level most of what is left is a fault, and no longer a control unit. */
const HIGH_MA = 120;

/** The evidence, term by term, as the weights take it. */
export function evidence(question: SettledQuestion): number[] {
  const level = Math.log(Math.max(0.3, question.levelMa));
  const still = Math.log(Math.max(1, question.unchangedSeconds));
  const hours = Math.min(1.2, question.awakeSeconds / 3600);
  const none = question.steps === 0 ? 1 : 0;
  return [
    1,
    level,
    level ** 2,
    level ** 3,
    Math.max(0, level - Math.log(HIGH_MA)),
    still,
    still ** 2,
    still ** 3,
    hours,
    hours * still,
    none,
    none * level,
    none * still,
    none * still ** 2,
  ];
}

/** Chance that nothing more will fall asleep, 0 … 1, by weights of one's own if given. */
export function chanceSettled(question: SettledQuestion, weights = WEIGHTS): number {
  const odds = evidence(question).reduce((sum, term, i) => sum + term * weights[i]!, 0);
  return 1 / (1 + Math.exp(-odds));
}

const LONGEST_WAIT = 2 * 3600;

/**
 * Seconds for which it is still worth waiting: until the chance would reach `wanted` if nothing
 * changed, 0 where it has; null where it would not within two hours.
 */
export function worthWaiting(question: SettledQuestion, wanted: number): number | null {
  const reached = (wait: number) =>
    chanceSettled({
      ...question,
      unchangedSeconds: question.unchangedSeconds + wait,
      awakeSeconds: question.awakeSeconds + wait,
    }) >= wanted;
  if (reached(0)) return 0;
  if (!reached(LONGEST_WAIT)) return null;
  let low = 0;
  let high = LONGEST_WAIT;
  while (high - low > 1) {
    const mid = (low + high) / 2;
    if (reached(mid)) high = mid;
    else low = mid;
  }
  return high;
}
