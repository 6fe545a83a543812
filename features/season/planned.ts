import { dayName } from '../../core/day';
import { roundOnOrAfter } from '../../core/rules/rounds';
import type { PlanDocument } from '../../core/schedule/document';
import type { SeasonJob } from '../../core/logbook/season-jobs';
import { withStanding, type SiteSnapshot } from '../site/snapshot';

/** The site with what a plan has for each battery in the next round. */
export function planned(loaded: SiteSnapshot, plan: PlanDocument): SiteSnapshot {
  const day = roundOnOrAfter(loaded.rules, loaded.today);
  const visits = plannedOn(plan, dayName(day));
  return {
    ...loaded,
    stays: loaded.stays.map((stay) => ({
      ...stay,
      batteries: stay.batteries.map((kept) => {
        const visit = visits.get(kept.battery.id);
        return withStanding(kept, {
          ...kept.standing,
          planned: { day, jobs: visit?.jobs ?? [], chargerId: visit?.charger ?? null },
        });
      }),
    })),
  };
}

/** What is done at one battery in a round, and the charger that it is hung on. */
export interface RoundVisit {
  readonly jobs: readonly SeasonJob[];
  readonly charger: string | null;
}

/** What the stops of a round have for each battery. */
export const byBattery = (
  stops: PlanDocument['rounds'][number]['stops'],
): Map<string, RoundVisit> =>
  new Map(
    stops.flatMap(({ visits }) =>
      visits.map(({ battery, jobs, charger }) => [battery, { jobs, charger: charger ?? null }]),
    ),
  );

/** What a plan has for each battery in one round. */
export const plannedOn = (plan: PlanDocument, date: string): Map<string, RoundVisit> =>
  byBattery(plan.rounds.find((one) => one.date === date)?.stops ?? []);
