import { chargeShare, powerLeftPct } from '../battery/cranking';

/**
 * Volts that a lead-acid cell of six loses at once under any heavy load, whatever its amps. Our own
 * simplification of a polarisation that grows with its logarithm.
 */
const AT_ONCE_VOLTS = 0.7;
/** Least volts of a 12 V battery at its rated amps, −18 °C (SAE J537), and full at rest there. */
const RATED_VOLTS = 7.2;
const FULL_VOLTS = 12.6;
const RATED_LEFT_PCT = 40;

export interface LoadedQuestion {
  readonly cells: number;
  readonly restVolts: number;
  /** At the end of the load, or while it is cranked. */
  readonly loadedVolts: number;
  readonly amps: number;
  readonly celsius: number;
  /** Rated cranking amps by SAE. */
  readonly ratedAmps: number;
  readonly socPct: number;
}

/**
 * Share of its rated cranking power that a lead-acid battery shows under a load, as if it were full:
 * its inner resistance, as far as the drop tells it, beside that which its rating allows at that
 * temperature. 0.05 … 1.5; null where the drop is no larger than what any battery loses at once.
 */
export function powerShare(question: LoadedQuestion): number | null {
  const { cells, restVolts, loadedVolts, amps, celsius, ratedAmps, socPct } = question;
  const scale = cells / 6;
  const drop = (restVolts - loadedVolts) / scale - AT_ONCE_VOLTS;
  if (drop <= 0.05 || amps <= 0) return null;
  const ratedDrop = FULL_VOLTS - AT_ONCE_VOLTS - RATED_VOLTS;
  const ohms = (ratedDrop / ratedAmps) * (RATED_LEFT_PCT / powerLeftPct(celsius));
  const share = (ohms * amps) / drop / Math.max(0.2, chargeShare(socPct));
  return Math.min(1.5, Math.max(0.05, share));
}
