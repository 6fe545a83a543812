import type { Day } from '../day';
import type { Rules } from '../rules/rules';
import type { SeasonJob } from '../season/jobs';
import { roundOnOrAfter } from './rounds';

/** Work that no interval of the season asks for, and that waits for its turn. */
export interface HandWork {
  readonly battery: string;
  readonly job: Extract<SeasonJob, 'drawTest' | 'clean'>;
  /** Something is in doubt: it goes before what is only usual. */
  readonly urgent: boolean;
  /** Minutes that it takes, the way to it included. */
  readonly minutes: number;
  /** The last day on which it is of use. */
  readonly until: Day;
}

/** Of a round this part is for such work; the rest is for what has its day. Our own choice. */
const SHARE = 1 / 5;

/**
 * Spreads work over the rounds from `today` on: what is in doubt first, then in the order in
 * which it is given, so that no round is over a fifth full of it; a round takes one piece at
 * least. What cannot be done by its last day comes in the last round before it, or is left out
 * where there is none.
 */
export function spreadWork(
  work: readonly HandWork[],
  rules: Pick<Rules, 'roundWeekdays' | 'roundMinutes'>,
  today: Day,
  /** Minutes of such work that were done today already. */
  doneMinutes = 0,
): { battery: string; job: HandWork['job']; day: Day }[] {
  const most = SHARE * rules.roundMinutes;
  const rounds: { day: Day; minutes: number }[] = [
    { day: roundOnOrAfter(rules, today), minutes: doneMinutes },
  ];
  const nth = (n: number) => {
    while (rounds.length <= n) {
      rounds.push({ day: roundOnOrAfter(rules, rounds.at(-1)!.day + 1), minutes: 0 });
    }
    return rounds[n]!;
  };
  const inOrder = [...work].sort((a, b) => Number(b.urgent) - Number(a.urgent));
  return inOrder.flatMap(({ battery, job, minutes, until }) => {
    let n = 0;
    while (nth(n).minutes > 0 && nth(n).minutes + minutes > most) n++;
    while (n > 0 && nth(n).day > until) n--;
    const round = nth(n);
    if (round.day > until) return [];
    round.minutes += minutes;
    return [{ battery, job, day: round.day }];
  });
}
