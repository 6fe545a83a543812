import { postsOf } from '../../core/site/charging-equipment';
import { HALL_KIND_WORDS } from '../../core/facts/hall';
import { t } from '../../core/language';
import 'server-only';
import { shortDay, toDay, type Day } from '../../core/day';
import { groupBy } from '../../core/group';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { hallMean } from '../../core/record/battery-record';
import { dailyHistory } from '../../core/assessment/daily-history';
import { reserveMark } from '../../core/assessment/reserve-marks';
import { sureWords } from '../../core/assessment/start-forecast';
import { startOf } from '../../core/hand-back/walk';
import { backBatteriesOf } from '../hand-back/load';
import { clockStands } from '../server/clock';
import { batteryLabels, batteryDtosOf, hallDto, vehicleDtoOf } from '../site/to-page';
import { benchHall } from '../site/bench-hall';
import { maintainersFree } from '../site/connections';
import type { AssessedBattery, SiteSnapshot, Stay } from '../site/snapshot';
import { batteriesIn, countsOf } from './counts';
import type { OneMoreData } from './one-more-data';
import type { SeasonData, SeasonLine, YardBattery, YardBay, YardData } from './yard-data';

function yardBattery(kept: AssessedBattery, label: string): YardBattery {
  const { state } = kept.standing;
  return {
    id: kept.battery.id,
    label,
    chemistry: CHEMISTRIES[kept.battery.chemistry].short,
    reserve: reserveMark(kept.outlook),
    socPct: kept.outlook ? Math.round(kept.outlook.soc.value) : null,
    keeping:
      state.maintainerSince !== null
        ? 'maintainer'
        : state.negativeOn
          ? 'connected'
          : 'negative-off',
    frost: kept.outlook?.frost != null,
  };
}

/** Whether one that has no day of collection would start now; when one that is away is back. */
function noteOf(stay: Stay, today: Day): string | null {
  const { away } = stay.state;
  if (away !== null) return t`back ${shortDay(toDay(away.backOn), today)}`;
  const start = stay.collectDay === null ? startOf(backBatteriesOf(stay), today, false) : null;
  return start && t`starts ${sureWords(start.chance)}`;
}

/** Bays that stand in the page as it comes: they fill the screen of a desk. */
const FIRST_BAYS = 60;

/** The yard with its first bays alone: as much as a page comes with. */
export function firstBays(yard: YardData): YardData {
  let left = FIRST_BAYS;
  const halls = yard.halls.map((hall) => {
    const bays = hall.bays.slice(0, left);
    left -= bays.length;
    return { ...hall, bays };
  });
  const bays = (of: YardData['halls']) => of.reduce((sum, hall) => sum + hall.bays.length, 0);
  return { ...yard, halls, more: bays(yard.halls) - bays(halls) };
}

/** The Yard of today. */
export function yardData(loaded: SiteSnapshot): YardData {
  const byBay = groupBy(loaded.stays, (stay) => stay.bay.id);
  const halls = loaded.halls.map((hall) => ({
    id: hall.id,
    name: hall.name,
    kind: hall.kind,
    note: [HALL_KIND_WORDS[hall.kind].toLowerCase(), ...(hall.note ? [hall.note] : [])].join(' · '),
    celsius: hallMean(loaded.temperatures.get(hall.id)!, loaded.today),
    bays: loaded.bays
      .filter((bay) => bay.hallId === hall.id)
      .flatMap((bay): YardBay[] => {
        const stays = byBay.get(bay.id);
        if (!stays) return [{ id: bay.id, mark: bay.mark, stay: null }];
        return stays.map((stay, n) => {
          const labels = batteryLabels(stay.batteries);
          return {
            id: n === 0 ? bay.id : `${bay.id} ${n + 1}`,
            mark: bay.mark,
            stay: {
              vehicleId: stay.vehicle.id,
              name: stay.vehicle.name,
              kind: stay.vehicle.kind,
              batteries: stay.batteries.map((kept, i) => yardBattery(kept, labels[i]!)),
              troubled: stay.troubled.map(({ battery }) => battery.mark),
              note: noteOf(stay, loaded.today),
            },
          };
        });
      }),
  }));
  return {
    siteName: loaded.site.name,
    clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
    units: loaded.rules,
    counts: countsOf(batteriesIn(halls).map((battery) => ({ ...battery, under: null }))),
    more: 0,
    halls,
  };
}

/** Vehicles of which the season is foreseen at one go. */
const AT_ONCE = 8;

/** A part of the season: some vehicles, on every day of it. */
export interface YardSeasonPart {
  readonly from: Day;
  /** How many vehicles there are. */
  readonly of: number;
  /** The first vehicle of the next part. */
  readonly next: number;
  readonly batteries: SeasonData['batteries'];
  readonly halls: SeasonData['halls'];
}

/** The batteries of some vehicles, from the `first` on, on every day of the season. */
export function yardSeason(loaded: SiteSnapshot, first: number): YardSeasonPart {
  const from = Math.min(toDay(loaded.site.seasonStart), loaded.today);
  const to = Math.max(toDay(loaded.site.seasonEnd), loaded.today);
  const batteries: SeasonData['batteries'] = {};
  for (const stay of loaded.stays.slice(first, first + AT_ONCE)) {
    for (const { battery, standing, outlook } of stay.batteries) {
      const season = dailyHistory(standing, outlook, from, to);
      batteries[battery.id] = {
        reserve: Array.from(season.reserve),
        soc: Array.from(season.soc),
        under: Array.from(season.under),
        frost: season.frost.map((day) => day - from),
      };
    }
  }
  return {
    from,
    of: loaded.stays.length,
    next: Math.min(loaded.stays.length, first + AT_ONCE),
    batteries,
    halls: Object.fromEntries(
      loaded.halls.map((hall) => {
        const { mean, firstDay } = loaded.temperatures.get(hall.id)!;
        const days = mean.subarray(from - firstDay, to - firstDay + 1);
        return [hall.id, Array.from(days, (celsius) => Math.round(celsius * 10) / 10)];
      }),
    ),
  };
}

/**
 * Every battery on every day of the season, part by part, and at last all of them; fetched once,
 * when the ribbon is first moved. Whoever does not read on has it stopped.
 */
export async function* seasonLines(
  part: (first: number) => Promise<YardSeasonPart | undefined>,
): AsyncGenerator<SeasonLine> {
  const batteries: SeasonData['batteries'] = {};
  for (let first = 0; ;) {
    const made = await part(first);
    if (!made) return;
    Object.assign(batteries, made.batteries);
    if (made.next >= made.of) {
      yield { season: { from: made.from, batteries, halls: made.halls } };
      return;
    }
    yield { done: made.next, of: made.of };
    first = made.next;
  }
}

/** What the browser needs to compare the plans of the whole site. */
export const oneMoreData = (loaded: SiteSnapshot): OneMoreData => ({
  clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
  rules: loaded.rules,
  latitude: loaded.latitude,
  maintainersFree: maintainersFree(loaded),
  posts: postsOf(loaded.stock.outlets),
  benchHallId: benchHall(loaded.halls).id,
  halls: loaded.halls.map((hall) => ({ ...hallDto(loaded, hall), kind: hall.kind })),
  stays: loaded.stays.map((stay) => ({
    vehicle: vehicleDtoOf(stay),
    batteries: batteryDtosOf(stay),
  })),
});
