import type { Worked } from '../../core/account/account';
import type { Day } from '../../core/day';
import type { Rules } from '../../core/rules/rules';

/** A battery or vehicle of the account, and what is said of it. */
export interface AccountLine {
  readonly id: string;
  readonly name: string;
  readonly href: string;
  readonly says: string;
}

/** What a season came to. */
export interface AccountData {
  readonly siteName: string;
  readonly from: Day;
  readonly to: Day;
  readonly today: Day;
  /** All of it is over. */
  readonly isClosed: boolean;
  readonly rules: Pick<Rules, 'currency'>;
  /** Vehicles that stood here, those that were handed back, and of them as ready as was promised. */
  readonly vehicles: number;
  readonly handedBack: number;
  readonly ready: number;
  /** Starts that were watched before a hand-over, and those that ran. */
  readonly cranked: number;
  readonly ran: number;
  readonly notReady: readonly AccountLine[];
  readonly batteries: number;
  /** Those whose record cannot be judged, by mark: they are not in it. */
  readonly troubled: readonly string[];
  readonly lost: readonly AccountLine[];
  readonly worked: Worked;
  readonly kWh: number;
  /** Charges whose ampere-hours somebody noted. */
  readonly noted: number;
  readonly cost: { readonly labour: number; readonly energy: number; readonly batteries: number };
  /** What another way of keeping it would have saved, the most first. */
  readonly changes: readonly AccountLine[];
}
