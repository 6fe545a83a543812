import 'server-only';
import { dayName, instantAt, toDay } from '../../core/day';
import { readWalkedDays } from '../../store/entries';
import { readPlanOf } from '../../store/season-plans';
import { clockStands } from '../server/clock';
import { db } from '../server/store';
import { batteryLabels } from '../site/to-page';
import type { SiteSnapshot } from '../site/snapshot';
import { seasonPlan } from './keeper';
import { morningLine } from './morning';
import type { SeasonName, SeasonScreenData } from './season-data';

/** Names of all batteries, halls and chargers of a site. */
export function namesOf(loaded: SiteSnapshot) {
  const names: Record<string, SeasonName> = {};
  for (const stay of loaded.stays) {
    const labels = batteryLabels(stay.batteries);
    stay.batteries.forEach(({ battery, outlook }, i) => {
      names[battery.id] = {
        bayMark: stay.bay.mark,
        name:
          stay.batteries.length > 1
            ? `${stay.vehicle.name}, ${labels[i]!.toLowerCase()}`
            : stay.vehicle.name,
        href: `/vehicle/${stay.vehicle.id}`,
        lossPctPerDay: outlook?.loss.now.value ?? null,
      };
    });
  }
  const halls = new Map(
    loaded.halls.map(({ id, name, place }) => [id, place === null ? name : `${name}, ${place}`]),
  );
  const chargers = new Map(loaded.stock.chargers.map(({ id, name }) => [id, name]));
  return {
    names,
    batteryName: (id: string) => (names[id] ? `${names[id].bayMark} ${names[id].name}` : id),
    hallName: (id: string) => halls.get(id) ?? id,
    chargerName: (id: string) => chargers.get(id) ?? id,
  };
}

/** What the Season screen shows, or why there is no plan to show. */
export type SeasonTold =
  | { readonly ok: true; readonly data: SeasonScreenData }
  | { readonly ok: false; readonly why: string };

/** The plan, and all that stands around it on the Season screen. */
export async function seasonScreenData(loaded: SiteSnapshot): Promise<SeasonTold> {
  const { kept: current, why, leftOut } = await seasonPlan(loaded);
  if (!current) return { ok: false, why };
  const { names, batteryName, chargerName } = namesOf(loaded);
  const today = loaded.today;
  const before = readPlanOf(db(), dayName(today - 1));
  const since = before ? before.madeAt : instantAt(today, 0, 0, loaded.site.timeZone);
  const readings = new Map(
    loaded.stays.flatMap(({ batteries }) =>
      batteries.flatMap(({ battery, standing }) => {
        const last = standing.state.readings.findLast(({ at }) => at > since);
        return last ? [[battery.id, last.volts] as const] : [];
      }),
    ),
  );
  const data: SeasonScreenData = {
    clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
    siteName: loaded.site.name,
    currency: loaded.rules.currency,
    planId: current.id,
    season: current.season,
    plan: current.plan,
    tightened: current.tightened,
    names,
    halls: loaded.halls.map(({ id, name }) => ({ id, name })),
    chargers: Object.fromEntries(loaded.stock.chargers.map(({ id, name }) => [id, name])),
    pins: loaded.stays.flatMap(({ batteries }) =>
      batteries.flatMap(({ battery, standing }) =>
        standing.state.pins
          .filter(({ date }) => toDay(date) >= today)
          .map(({ id, date }) => ({ id, battery: battery.id, date })),
      ),
    ),
    morning: before
      ? morningLine({
          before,
          now: current,
          today,
          name: batteryName,
          chargerName,
          readings,
          walked: readWalkedDays(db(), before.season.today),
        })
      : [],
    overdue: loaded.stays.flatMap(({ vehicle, state, bay }) =>
      state.collectOn !== null && toDay(state.collectOn) < today
        ? [`${bay.mark} ${vehicle.name}`]
        : [],
    ),
    leftOut: leftOut.map(({ battery, why: reason }) => `${batteryName(battery)}: ${reason}`),
  };
  return { ok: true, data };
}
