import { MS_PER_DAY } from '../../core/day';
import { waterFrom, waterSince } from '../../core/judge/cells';
import { STORAGE_PLANS } from '../../core/plan/storage-plans';
import type { ProcedureContext } from '../../core/procedures/procedure';
import type { Rules } from '../../core/rules/rules';
import type { WireBattery, WireVehicle } from '../site/wire';

/** All that the words of a procedure depend on, for one battery of one vehicle. */
export function procedureContext(
  vehicle: WireVehicle,
  battery: WireBattery,
  rules: Rules,
  benchHallId: string,
  now: number,
): ProcedureContext {
  const { state } = battery;
  return {
    vehicleKind: vehicle.kind,
    vehicle: vehicle.facts,
    details: battery.details,
    facts: battery.facts,
    role: state.role,
    place: state.place,
    out: state.out !== null,
    fittedTo: { vehicleId: vehicle.id },
    benchHallId: benchHallId === vehicle.hallId ? null : benchHallId,
    wholeCleanedYearsAgo:
      state.cleanedWholeAt === null ? null : (now - state.cleanedWholeAt) / (365.25 * MS_PER_DAY),
    maintained: state.plan !== null && STORAGE_PLANS[state.plan].feed === 'maintainer',
    water: waterSince(state, waterFrom(state, vehicle.laidUpAt, now), now),
    hook: null,
    rules,
  };
}
