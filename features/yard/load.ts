import 'server-only';
import { setImmediate as letOthersIn } from 'node:timers/promises';
import { toDay } from '../../core/day';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { hallMean } from '../../core/judge/standing';
import { reserveMark, seasonOf } from '../../core/judge/season';
import { clockStands } from '../server/clock';
import {
  batteryLabels,
  benchHall,
  maintainersFree,
  wireBatteries,
  wireHallOf,
  wireVehicle,
  type KeptBattery,
  type LoadedSite,
} from '../site/load';
import type { OneMoreData } from './one-more-data';
import type { SeasonData, SeasonLine, YardBattery, YardData } from './yard-data';

function yardBattery(kept: KeptBattery, label: string): YardBattery {
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

/** The Yard of today. */
export function yardData(loaded: LoadedSite): YardData {
  const byBay = new Map(loaded.stays.map((stay) => [stay.bay.id, stay]));
  return {
    siteName: loaded.site.name,
    clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
    units: loaded.rules,
    halls: loaded.halls.map((hall) => ({
      id: hall.id,
      name: hall.name,
      kind: hall.kind,
      note: [hall.kind === 'heated' ? 'heated' : hall.kind, ...(hall.note ? [hall.note] : [])].join(
        ' · ',
      ),
      celsius: hallMean(loaded.temperatures.get(hall.id)!, loaded.today),
      bays: loaded.bays
        .filter((bay) => bay.hallId === hall.id)
        .map((bay) => {
          const stay = byBay.get(bay.id);
          if (!stay) return { id: bay.id, mark: bay.mark, stay: null };
          const labels = batteryLabels(stay.batteries);
          return {
            id: bay.id,
            mark: bay.mark,
            stay: {
              vehicleId: stay.vehicle.id,
              name: stay.vehicle.name,
              kind: stay.vehicle.kind,
              batteries: stay.batteries.map((kept, i) => yardBattery(kept, labels[i]!)),
            },
          };
        }),
    })),
  };
}

/**
 * Every battery on every day of the season, vehicle by vehicle, and at last all of them; fetched
 * once, when the ribbon is first moved. Other requests are answered in between, and whoever does
 * not read on has it stopped.
 */
export async function* seasonLines(loaded: LoadedSite): AsyncGenerator<SeasonLine> {
  const from = Math.min(toDay(loaded.site.seasonStart), loaded.today);
  const to = Math.max(toDay(loaded.site.seasonEnd), loaded.today);
  const batteries: SeasonData['batteries'][string][] = [];
  const ids: string[] = [];
  const of = loaded.stays.length;
  for (const [done, stay] of loaded.stays.entries()) {
    yield { done, of };
    for (const { battery, standing, outlook } of stay.batteries) {
      const season = seasonOf(standing, outlook, from, to);
      ids.push(battery.id);
      batteries.push({
        reserve: Array.from(season.reserve),
        soc: Array.from(season.soc),
        under: Array.from(season.under),
        frost: season.frost.map((day) => day - from),
      });
    }
    await letOthersIn();
  }
  const season = {
    from,
    batteries: Object.fromEntries(ids.map((id, i) => [id, batteries[i]!])),
    halls: Object.fromEntries(
      loaded.halls.map((hall) => {
        const { mean, firstDay } = loaded.temperatures.get(hall.id)!;
        const days = mean.subarray(from - firstDay, to - firstDay + 1);
        return [hall.id, Array.from(days, (celsius) => Math.round(celsius * 10) / 10)];
      }),
    ),
  };
  yield { season };
}

/** What the browser needs to compare the plans of the whole site. */
export const oneMoreData = (loaded: LoadedSite): OneMoreData => ({
  clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
  rules: loaded.rules,
  latitude: loaded.latitude,
  maintainersFree: maintainersFree(loaded),
  benchHallId: benchHall(loaded.halls).id,
  halls: loaded.halls.map((hall) => ({ ...wireHallOf(loaded, hall), kind: hall.kind })),
  stays: loaded.stays.map((stay) => ({
    vehicle: wireVehicle(stay),
    batteries: wireBatteries(stay),
  })),
});
