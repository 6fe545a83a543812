import { postFor, postsOf } from '../../core/site/charging-equipment';
import type { PlanContext } from '../../core/plan/storage-plans';
import { freeFor } from './dto';
import type { Stay, AssessedBattery, SiteSnapshot } from './snapshot';
import { benchHall } from './bench-hall';
import { maintainersFree } from './connections';

/** All that decides about a battery's storage plan, where its vehicle stands. */
export function planContext(
  loaded: SiteSnapshot,
  kept: AssessedBattery,
  { hall, bay }: Pick<Stay, 'hall' | 'bay'>,
): PlanContext {
  const bench = benchHall(loaded.halls);
  return {
    standing: kept.standing,
    vehicle: kept.standing.vehicle,
    details: kept.battery.details,
    hallKind: hall.kind,
    latitude: loaded.latitude,
    ...freeFor(maintainersFree(loaded), kept.battery.chemistry),
    ...postFor(postsOf(loaded.stock.outlets), hall.id, bay.mark),
    bench: {
      hallId: bench.id,
      name: bench.name,
      temperatures: loaded.temperatures.get(bench.id)!,
    },
  };
}
