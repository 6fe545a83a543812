import type { Day } from '../day';
import type { Rules } from '../rules/rules';
import type { SeasonJob } from '../logbook/season-jobs';
import { roundOnOrAfter } from '../rules/rounds';

/** Work that no interval of the season asks for, and that waits for its turn. */
export interface HandWork {
  readonly battery: string;
  readonly job: Extract<SeasonJob, 'drawTest' | 'clean'>;
  /** Something is in doubt: it goes before what is only usual. */
  readonly urgent: boolean;
  /** Minutes that it takes, the way to it included. */
  readonly minutes: number;
  /** The first day on which it may be done. */
  readonly from: Day;
  /** The last day on which it is of use. */
  readonly until: Day;
}

/** Of a round this part is for such work; the rest is for what has its day. Our own choice. */
const SHARE = 1 / 5;

/**
 * Spreads work over the rounds: what is in doubt first, then in the order in which it is given,
 * so that no round is over a fifth full of it; a round takes one piece at least. What cannot be
 * done by its last day comes in the last round before it, or is left out where there is none.
 */
export function spreadWork(
  work: readonly HandWork[],
  rules: Pick<Rules, 'roundWeekdays' | 'roundMinutes'>,
): { battery: string; job: HandWork['job']; day: Day }[] {
  const most = SHARE * rules.roundMinutes;
  const taken = new Map<Day, number>();
  const inOrder = [...work].sort((a, b) => Number(b.urgent) - Number(a.urgent));
  return inOrder.flatMap(({ battery, job, minutes, from, until }) => {
    let day = roundOnOrAfter(rules, from);
    if (day > until) return [];
    while (taken.has(day) && taken.get(day)! + minutes > most) {
      const next = roundOnOrAfter(rules, day + 1);
      if (next > until) break;
      day = next;
    }
    taken.set(day, (taken.get(day) ?? 0) + minutes);
    return [{ battery, job, day }];
  });
}
