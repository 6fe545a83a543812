import 'server-only';
import { shortDay } from '../../core/day';
import { groupBy } from '../../core/group';
import type { SiteSnapshot } from '../site/snapshot';
import { jobWords } from './calendar';
import { seasonPlan } from './keeper';
import { namesOf } from './load';

export interface PrintedRound {
  readonly date: string;
  readonly minutes: number;
  readonly halls: readonly {
    readonly name: string;
    readonly visits: readonly {
      readonly id: string;
      readonly name: string;
      readonly jobs: string;
    }[];
  }[];
}

/** The plan in words, for paper; `why`: there is none. */
export interface PrintedSeason {
  readonly siteName: string;
  readonly printed: string;
  readonly why: string | null;
  readonly rounds: readonly PrintedRound[];
}

export async function printedSeason(loaded: SiteSnapshot): Promise<PrintedSeason> {
  const { kept, why } = await seasonPlan(loaded);
  const { batteryName, hallName, chargerName } = namesOf(loaded);
  const rounds = (kept?.plan.rounds ?? []).map(({ date, minutes, stops }): PrintedRound => ({
    date,
    minutes,
    halls: [...groupBy(stops, ({ hall }) => hall)].map(([hall, here]) => ({
      name: hallName(hall),
      visits: here.flatMap(({ visits }) =>
        visits.map(({ battery, jobs, charger }) => ({
          id: battery,
          name: batteryName(battery),
          jobs: jobWords(jobs, charger === undefined ? undefined : chargerName(charger)),
        })),
      ),
    })),
  }));
  return { siteName: loaded.site.name, printed: shortDay(loaded.today), why, rounds };
}
