import type { Estimate } from '../estimate';
import type { ChargeForecast } from './charge-forecast';
import type { Sentence } from '../words/words';

export type VerdictKind =
  | 'condemned'
  | 'unread'
  | 'unsettled'
  | 'fed'
  | 'on-charge'
  | 'held'
  | 'frozen'
  | 'recharge-now'
  | 'recharge-by'
  | 'holds';

/** What a battery's record means: what to do, by when, and why. */
export interface Verdict {
  readonly kind: VerdictKind;
  readonly headline: string;
  /** Why, in sentences with the numbers and the house rule used. */
  readonly why: readonly Sentence[];
  /** Cautions that belong to what is to be done. */
  readonly cautions: readonly string[];
  /** State of charge that this very reading shows; null where there was none. */
  readonly readingSoc: Estimate | null;
  readonly outlook: ChargeForecast | null;
  /** For a reading taken too soon: the instant from which to read again. */
  readonly readAgainAt: number | null;
}

export type Base = Pick<Verdict, 'outlook' | 'readingSoc' | 'readAgainAt'> & { cautions: string[] };
