import type { Gaussian } from './gaussian';

/** Where a loss beyond draw and self-discharge comes from: of the vehicle, or of the battery. */
export type Cause = 'none' | 'draw' | 'cell';

/** One explanation while it is followed; `log` is the logarithm of its weight. */
export interface Hypothesis {
  log: number;
  readonly belief: Gaussian;
  readonly cause: Cause;
  /** A draw that a draw test was made beside without seeing it: it slept, and wakes by itself. */
  readonly asleep: boolean;
  /** When that began; null: before the record. */
  readonly since: number | null;
  /** A loss that came once and went: something was on for a while. */
  readonly dips: readonly number[];
  /** Readings that are not this battery's, or mistyped. */
  readonly outliers: readonly string[];
  /** It does not come up to full any more. */
  readonly weak: boolean;
  /** To what it came up then, percent, as far as it was read. */
  readonly weakPct: number | null;
  /** What the last charge cannot have come over by this explanation, percent; null: it was read since. */
  readonly most: number | null;
}

/** How likely things are that nobody noted. Our own assumptions, from what the trade tells. */
export const UNNOTED = {
  /** A draw that nobody measured, from the beginning. */
  draw: 0.15,
  /** The same after its draw was measured: something slept meanwhile, or came soon after. */
  missed: 0.11,
  /** And where the voltage is flat, so that no reading would have told. */
  missedFlat: 0.38,
  /** A cell that leaks. */
  cell: 0.08,
  /** In a day: something begins to draw; was on for a while; a charge that nobody wrote down. */
  stepPerDay: 0.0024,
  /** Heavier where the voltage is flat: it stays unseen for weeks, and is feared the more. */
  stepPerDayFlat: 0.005,
  dipPerDay: 0.0006,
  risePerDay: 0.0001,
  /** In a reading: mistyped, or another battery; and when it was doubted, and measured again. */
  outlier: 0.015,
  outlierConfirmed: 0.0001,
  /** Of those, so many show a lead-acid battery that is flat: the neighbour's seldom is. */
  outlierFlat: 0.1,
  /** In a full charge: it does not come up any more. */
  weak: 0.04,
  /** A battery whose volts lie further beside its scale than its kind scatters. */
  ownVolts: 0.08,
};
