import { postsOf } from '../../core/site/charging-equipment';
import 'server-only';
import { dayName, toDay } from '../../core/day';
import { VEHICLE_KIND_IDS } from '../../core/site/vehicle-kinds';
import { readDrafts } from '../../store/drafts';
import { readOwners } from '../../store/site';
import { clockStands } from '../server/clock';
import { db } from '../server/store';
import { benchHall } from '../site/bench-hall';
import { maintainersFree } from '../site/connections';
import { hallDto } from '../site/to-page';
import type { SiteSnapshot } from '../site/snapshot';
import { readDraft, type Template } from './draft';
import type { LayUpData } from './lay-up-data';
import { baysOf } from './post-lay-up';

/** When a vehicle goes where nobody has said so: at the end of the season. */
export const usualCollection = ({ site, today }: SiteSnapshot): string =>
  dayName(Math.max(toDay(site.seasonEnd), today + 1));

/** What laying up needs to know of the site. */
export function layUpData(loaded: SiteSnapshot, bay: string | null): LayUpData {
  const bays = baysOf(loaded);
  const wanted = loaded.bays.find((one) => one.mark === bay && !bays.get(one.id)!.takenBy);
  return {
    clock: { now: loaded.now, stands: clockStands(), timeZone: loaded.site.timeZone },
    today: loaded.today,
    rules: loaded.rules,
    halls: loaded.halls
      .map((hall) => ({
        id: hall.id,
        name: hall.name,
        kind: hall.kind,
        note: [hall.kind, hall.note].filter(Boolean).join(' · '),
        bays: loaded.bays
          .filter((one) => one.hallId === hall.id)
          .map(({ id, mark }) => ({ id, mark, takenBy: bays.get(id)!.takenBy })),
      }))
      .filter((hall) => hall.bays.length > 0),
    weather: loaded.halls.map((hall) => hallDto(loaded, hall)),
    benchHallId: benchHall(loaded.halls).id,
    latitude: loaded.latitude,
    maintainersFree: maintainersFree(loaded),
    posts: postsOf(loaded.stock.outlets),
    bayId: wanted?.id ?? '',
    collectOn: usualCollection(loaded),
    owners: readOwners(db()).map(({ name, contact }) => ({ name, contact })),
    templates: templatesOf(loaded),
    drafts: readDrafts(db()).map(({ id, savedAt, data }) => ({
      id,
      savedAt,
      draft: readDraft(data),
    })),
  };
}

/** The last vehicle of each kind that was laid up. */
function templatesOf(loaded: SiteSnapshot): LayUpData['templates'] {
  return Object.fromEntries(
    VEHICLE_KIND_IDS.flatMap((kind): [string, Template][] => {
      const last = loaded.stays
        .filter((stay) => stay.vehicle.kind === kind && stay.batteries.length > 0)
        .sort((a, b) => (a.state.laidUpAt ?? 0) - (b.state.laidUpAt ?? 0))
        .at(-1);
      if (!last) return [];
      return [
        [
          kind,
          {
            name: last.vehicle.name,
            facts: last.vehicle.facts,
            batteries: last.batteries.map(({ battery, standing }) => ({
              role: standing.state.role,
              place: standing.state.place,
              chemistry: battery.chemistry,
              nominalVolts: battery.nominalVolts,
              capacityAh: battery.capacityAh,
              details: { ...battery.details, outletMetres: null, fittedMonth: null },
            })),
          },
        ],
      ];
    }),
  );
}
