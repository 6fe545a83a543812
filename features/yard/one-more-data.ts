import { postFor, type Outlet } from '../../core/site/charging-equipment';
import type { PlanContext } from '../../core/plan/storage-plans';
import type { Rules } from '../../core/rules/rules';
import type { HallKind } from '../../core/site/climate';
import {
  freeFor,
  settingOfHall,
  standingOf,
  type MaintainersFree,
  type BatteryDto,
  type ClockDto,
  type HallDto,
  type VehicleDto,
} from '../site/dto';

/** All that a comparison of the whole site's plans takes, as it travels to the browser. */
export interface OneMoreData {
  readonly clock: ClockDto;
  readonly rules: Rules;
  readonly latitude: number | null;
  readonly maintainersFree: MaintainersFree | null;
  readonly posts: readonly Outlet[];
  readonly benchHallId: string;
  readonly halls: readonly (HallDto & { readonly kind: HallKind })[];
  readonly stays: readonly {
    readonly vehicle: VehicleDto;
    readonly batteries: readonly BatteryDto[];
  }[];
}

/** Each battery with what decides about its plan. */
export function contextsOf(
  data: OneMoreData,
): { readonly id: string; readonly context: PlanContext }[] {
  const halls = new Map(data.halls.map((hall) => [hall.id, { hall, ...settingOfHall(hall) }]));
  const benchHall = halls.get(data.benchHallId)!;
  const bench = {
    hallId: data.benchHallId,
    name: benchHall.name,
    temperatures: benchHall.temperatures,
  };
  return data.stays.flatMap(({ vehicle, batteries }) =>
    batteries.map((battery) => {
      const setting = halls.get(battery.hallId)!;
      return {
        id: battery.id,
        context: {
          standing: standingOf(battery, vehicle, setting, data.rules, data.clock),
          vehicle: vehicle.facts,
          details: battery.details,
          hallKind: setting.hall.kind,
          latitude: data.latitude,
          ...freeFor(data.maintainersFree, battery.facts.chemistry),
          ...postFor(data.posts, vehicle.hallId, vehicle.bayMark),
          bench,
        },
      };
    }),
  );
}
