import { t } from '../../core/language';
import 'server-only';
import { shortDay } from '../../core/day';
import { jobsToday } from '../../core/plan/due';
import { readOwners } from '../../store/site';
import { jobWord } from '../../core/plan/jobs';
import { db } from '../server/store';
import { archiveOf } from '../hand-back/load';
import type { SiteSnapshot } from '../site/snapshot';
import type { Findable } from './find-data';

/** All vehicles of the site, in walking order, then those that were here. */
export function findables(site: SiteSnapshot): readonly Findable[] {
  const owners = new Map(readOwners(db()).map(({ id, name }) => [id, name]));
  const here = site.stays.map(({ vehicle, state, bay, hall, batteries, troubled }) => {
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
      batteryIds: [...batteries, ...troubled].map(({ battery }) => battery.id),
      needs: [...new Set(open.map(jobWord))].join(', '),
    };
  });
  const wereHere = archiveOf(site, owners).map((row) => ({
    href: `/vehicle/${row.vehicleId}`,
    bay: '–',
    hall: 'archive',
    name: row.name,
    owner: row.owner ?? '',
    marks: row.marks,
    batteryIds: [],
    needs: t`here until ${shortDay(row.to, site.today)}`,
  }));
  return [...here, ...wereHere];
}
