/** Never. */
export const NEVER = 1e6;

/** The days of the rounds, and the rounds of the days. */
export interface RoundDays {
  /** Day of each round, counted from today. */
  readonly roundDay: Int32Array;
  /** The last round on or before a day; −1: none. */
  readonly roundUpTo: Int32Array;
}

/** The first round on or after a day. */
export function firstRoundFrom({ roundDay, roundUpTo }: RoundDays, day: number): number {
  if (day <= 0) return 0;
  const upTo = roundUpTo[Math.min(day, roundUpTo.length - 1)]!;
  return upTo >= 0 && roundDay[upTo]! === day ? upTo : upTo + 1;
}

/**
 * The round by which something is due that was last done on `last` and may wait `every` days: the
 * last one in time, the first one where it is overrun, never twice the same. NEVER: not before
 * `until`.
 */
export function dueRound(
  { roundDay, roundUpTo }: RoundDays,
  last: number,
  every: number,
  until: number,
): number {
  const day = last + every;
  if (day >= until) return NEVER;
  const after = last < 0 ? 0 : roundUpTo[last]! + 1;
  const before = day < 0 || roundDay.length === 0 || day < roundDay[0]! ? 0 : roundUpTo[day]!;
  return Math.max(after, before);
}
