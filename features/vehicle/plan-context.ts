import { postFor } from '../../core/site/charging-equipment';
import type { BatteryRecord } from '../../core/record/battery-record';
import type { PlanContext } from '../../core/plan/storage-plans';
import { freeFor, temperaturesOfDto, type BatteryDto } from '../site/dto';
import type { VehicleData } from './vehicle-data';

/** All that decides about a battery's storage plan, from its vehicle's page. */
export function planContextOf(
  data: VehicleData,
  battery: BatteryDto,
  standing: BatteryRecord,
): PlanContext {
  return {
    standing,
    vehicle: data.vehicle.facts,
    details: battery.details,
    hallKind: data.hallKind,
    latitude: data.latitude,
    ...freeFor(data.maintainersFree, battery.facts.chemistry),
    ...postFor(data.posts, data.vehicle.hallId, data.vehicle.bayMark),
    bench: {
      hallId: data.bench.id,
      name: data.bench.name,
      temperatures: temperaturesOfDto(data.bench),
    },
  };
}
