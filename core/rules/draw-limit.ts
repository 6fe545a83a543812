import type { Rules } from './rules';
import { VEHICLE_KINDS, type VehicleKindId } from '../site/vehicle-kinds';

/** The house's limit of the settled draw for this kind of vehicle, milliamps. */
export function limitMa(
  kind: VehicleKindId,
  rules: Pick<Rules, 'drawLimitMa' | 'smallDrawLimitMa'>,
): number {
  return VEHICLE_KINDS[kind].small ? rules.smallDrawLimitMa : rules.drawLimitMa;
}
