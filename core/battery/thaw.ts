import { MS_PER_HOUR } from '../day';

/** A temperature of the place where a battery stands. */
export interface CelsiusAt {
  /** UTC milliseconds. */
  readonly at: number;
  readonly value: number;
  /** Read off a thermometer there; otherwise it is assumed, from the climate or a neighbour. */
  readonly measured: boolean;
}

/** From this temperature on ice melts through in a bounded time. Our own assumption. */
export const THAW_CELSIUS = 5;

/**
 * Hours without a break at 5 °C or more until a battery has thawed through, and warmed through
 * where nothing in it freezes: melting takes its heat, and a large block takes long. Our own
 * assumption, as a rule of the trade has it: 24 h up to 20 Ah, 48 h up to 80 Ah, 72 h above.
 */
export function thawHours(capacityAh: number): number {
  if (capacityAh <= 20) return 24;
  return capacityAh <= 80 ? 48 : 72;
}

/** Temperatures further apart than this do not join into one warm spell. */
const LONGEST_GAP_HOURS = 26;

/** The coldest that a battery has been since it was last warm through. */
export interface Cold {
  readonly coldest: CelsiusAt;
  /** The newest temperature. */
  readonly latest: CelsiusAt;
  /** Hours that it has been at 5 °C or more by now without a break. */
  readonly warmHours: number;
}

/**
 * The coldest hour since the last warm spell that was long enough to thaw a battery of so many
 * ampere-hours: one warm noon is nothing. Temperatures in any order, those after `now` left out;
 * null where none is left. A battery that is warm through by now has its newest temperature as
 * its coldest.
 */
export function coldSinceWarm(
  celsius: readonly CelsiusAt[],
  now: number,
  capacityAh: number,
): Cold | null {
  const past = celsius.filter(({ at }) => at <= now).sort((a, b) => a.at - b.at);
  const latest = past.at(-1);
  if (!latest) return null;
  const needs = thawHours(capacityAh) * MS_PER_HOUR;
  let coldest: CelsiusAt | null = null;
  let warmSince: number | null = null;
  let before = -Infinity;
  for (const one of past) {
    const joined = one.at - before <= LONGEST_GAP_HOURS * MS_PER_HOUR;
    if (one.value >= THAW_CELSIUS) {
      if (warmSince === null || !joined) warmSince = one.at;
    } else warmSince = null;
    if (warmSince !== null && one.at - warmSince >= needs) coldest = one;
    else if (coldest === null || one.value < coldest.value) coldest = one;
    before = one.at;
  }
  return {
    coldest: coldest!,
    latest,
    warmHours: warmSince === null ? 0 : (latest.at - warmSince) / MS_PER_HOUR,
  };
}
