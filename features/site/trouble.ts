import { t } from '../../core/language';
import { toDay } from '../../core/day';
import { jobsToday, roundsAhead } from '../../core/plan/due';
import type { Db } from '../../store/open';
import type { Stay, TroubledBattery, AssessedBattery, SiteSnapshot } from './snapshot';
import { loadBattery } from './load';

/** Why a battery cannot be judged; null: it can. */
export function troubleOf(
  { site, today: day }: Pick<SiteSnapshot, 'site' | 'today'>,
  kept: AssessedBattery,
): string | null {
  try {
    const { standing, outlook } = kept;
    jobsToday(standing, outlook);
    roundsAhead(standing, outlook, Math.max(toDay(site.seasonEnd), day));
    return null;
  } catch (error) {
    console.error(`battery ${kept.battery.mark} cannot be judged`, error);
    return t`something in its facts or its logbook makes no sense (${error instanceof Error ? error.message : String(error)})`;
  }
}

/**
 * The site without the batteries that cannot be judged: each is named in its own stay, with the
 * reason, so that nothing that is on record takes anything else down.
 */
export function judgeable(loaded: SiteSnapshot): SiteSnapshot {
  return {
    ...loaded,
    stays: loaded.stays.map((stay): Stay => {
      const troubled: TroubledBattery[] = [];
      const batteries = stay.batteries.filter((kept) => {
        const why = troubleOf(loaded, kept);
        if (why !== null) troubled.push({ battery: kept.battery, why });
        return why === null;
      });
      return troubled.length > 0 ? { ...stay, batteries, troubled } : stay;
    }),
  };
}

/**
 * Batteries of vehicles that are or were here, with those that cannot be judged named beside them, by
 * mark: they take nothing else down.
 */
export function loadBatteries(
  loaded: SiteSnapshot,
  from: Db,
  ids: readonly string[],
): { readonly batteries: AssessedBattery[]; readonly troubled: string[] } {
  const all = ids.flatMap((id) => loadBattery(from, loaded.now, id, undefined, 'or-was') ?? []);
  const batteries = all.filter((kept) => troubleOf(loaded, kept) === null);
  const troubled = all.filter((kept) => !batteries.includes(kept));
  return { batteries, troubled: troubled.map(({ battery }) => battery.mark) };
}
