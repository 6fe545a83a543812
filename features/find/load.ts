import 'server-only';
import { jobsToday } from '../../core/plan/due';
import { readOwners } from '../../store/site';
import { jobWord } from '../round/round-data';
import { db } from '../server/store';
import type { SiteSnapshot } from '../site/load';
import type { Findable } from './find-data';

/** All vehicles of the site, in walking order, with what they may be looked for by. */
export function findables(site: SiteSnapshot): readonly Findable[] {
  const owners = new Map(readOwners(db()).map(({ id, name }) => [id, name]));
  return site.stays.map(({ vehicle, state, bay, hall, batteries, troubled }) => {
    const open = batteries.flatMap(({ standing, outlook }) =>
      jobsToday(standing, outlook).filter(({ done }) => !done),
    );
    return {
      href: `/vehicle/${vehicle.id}`,
      bay: bay.mark,
      hall: hall.name,
      name: vehicle.name,
      owner: owners.get(state.terms.ownerId ?? '') ?? '',
      marks: [...batteries, ...troubled].map(({ battery }) => battery.mark),
      needs: [...new Set(open.map(jobWord))].join(', '),
    };
  });
}
