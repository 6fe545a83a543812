import { dayName, type Day } from '../../core/day';
import { jobsToday } from '../../core/plan/due';
import type { SeasonJob } from '../../core/logbook/season-jobs';
import type { AssessedBattery } from '../site/snapshot';
import type { RoundVisit } from './planned';

/**
 * A round that is being walked. What it holds was settled before the walk began; of what comes up
 * meanwhile only that goes into it which cannot wait.
 */
export interface SettledRound {
  readonly day: Day;
  /** What the plan had for each battery when the walk began. */
  readonly visits: ReadonlyMap<string, RoundVisit>;
}

/** What was decided by hand for a battery in a round. */
const pinnedFor = ({ standing }: AssessedBattery, date: string): SeasonJob[] =>
  standing.state.pins.flatMap((pin) => (pin.date === date ? pin.jobs : []));

/** Whether nothing is left to do at a battery in a round that is being walked. */
export function isThrough(kept: AssessedBattery, { day, visits }: SettledRound): boolean {
  const { standing, outlook } = kept;
  const visit = visits.get(kept.battery.id);
  const jobs = [...(visit?.jobs ?? []), ...pinnedFor(kept, dayName(day))];
  const planned = { day, jobs, chargerId: visit?.charger ?? null };
  return jobsToday({ ...standing, planned }, outlook).every(({ done }) => done);
}
