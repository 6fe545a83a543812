import { monotoneCurve } from '../curve';

/**
 * Least volts of a 12 V battery after 15 s at half its rated cold cranking amps. Battery Council
 * International, load test table, °F (from memory).
 */
const MIN_VOLTS_BY_FAHRENHEIT = [
  [0, 8.5],
  [10, 8.7],
  [20, 8.9],
  [30, 9.1],
  [40, 9.3],
  [50, 9.4],
  [60, 9.5],
  [70, 9.6],
] as const;
const LEAST = monotoneCurve(
  MIN_VOLTS_BY_FAHRENHEIT.map(([f, volts]) => [((f - 32) * 5) / 9, volts] as const),
);
export const LOAD_TEST_SECONDS = 15;
/** A load test says something only from this state of charge. Common practice. */
export const LOAD_TEST_FROM_PCT = 75;

/** Amps of the load: half the rated cold cranking amps. */
export const loadTestAmps = (coldCrankingAmps: number) => coldCrankingAmps / 2;

/** Least volts at the end of the load, for so many cells at `celsius` (−18 … 21, level beyond). */
export function loadTestFloor(cells: number, celsius: number): number {
  const within = Math.min(21.1, Math.max(-17.7, celsius));
  return (LEAST.at(within) * cells) / 6;
}
