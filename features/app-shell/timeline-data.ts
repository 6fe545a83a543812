import 'server-only';
import { dayOf, toDay } from '../../core/day';
import { weatherBand } from '../../core/forecast/weather';
import { weatherFrom } from '../../core/assessment/foreseen';
import { roundsAhead, jobsToday } from '../../core/plan/due';
import { readDayCounts } from '../../store/entries';
import { readPlannedStops } from '../../store/season-plans';
import { db } from '../server/store';
import type { SiteSnapshot } from '../site/snapshot';
import type { RibbonData } from './season-drawing';

const tenth = (value: number) => Math.round(value * 10) / 10;

/** Temperatures and rounds of the whole season, for the ribbon on every screen. */
export function ribbonData(loaded: SiteSnapshot): RibbonData {
  const { site, today } = loaded;
  const from = Math.min(toDay(site.seasonStart), today);
  const to = Math.max(toDay(site.seasonEnd), today);
  const stops = new Map<number, number>();
  const add = (day: number, n: number) => stops.set(day, (stops.get(day) ?? 0) + n);
  for (const [name, n] of readDayCounts(db())) {
    const day = toDay(name);
    if (day >= from && day < today) add(day, n);
  }
  const planned = readPlannedStops(db());
  for (const [name, n] of planned) {
    const day = toDay(name);
    if (day > today && day <= to) add(day, n);
  }
  for (const stay of loaded.stays) {
    const rounds = new Set<number>();
    for (const { standing, outlook } of stay.batteries) {
      if (jobsToday(standing, outlook).length) rounds.add(today);
      if (planned.length === 0) {
        for (const day of roundsAhead(standing, outlook, to)) rounds.add(day);
      }
    }
    for (const day of rounds) add(day, 1);
  }
  return {
    from,
    to,
    today: dayOf(loaded.now, site.timeZone),
    units: loaded.rules,
    halls: loaded.halls.map((hall) => {
      const temperatures = loaded.temperatures.get(hall.id)!;
      const { mean, firstDay } = temperatures;
      const days = mean.subarray(from - firstDay, to - firstDay + 1);
      const { low, high } = weatherBand(weatherFrom(temperatures, today, to - today + 1));
      return {
        id: hall.id,
        name: hall.name,
        kind: hall.kind,
        mean: Array.from(days, tenth),
        low: Array.from(low, tenth),
        high: Array.from(high, tenth),
      };
    }),
    rounds: [...stops].sort((a, b) => a[0] - b[0]),
  };
}
