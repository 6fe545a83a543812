import {
  IconCar4wd,
  IconBolt,
  IconCaravan,
  IconCarSuv,
  IconEngine,
  IconGolf,
  IconMotorbike,
  IconCamper,
  IconCar,
  IconTractor,
  IconTruck,
  type Icon,
} from '@tabler/icons-react';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';

const ICONS: Record<VehicleKindId, Icon> = {
  car: IconCar,
  pickup: IconTruck,
  motorcycle: IconMotorbike,
  camper: IconCamper,
  caravan: IconCaravan,
  quad: IconCar4wd,
  mower: IconTractor,
  generator: IconEngine,
  cart: IconGolf,
  hybrid: IconCarSuv,
};

/** The outline of a kind of vehicle; its name stands beside it, so it is silent. */
export function VehicleIcon({ kind, size = 20 }: { kind: VehicleKindId; size?: number }) {
  const Glyph = ICONS[kind] ?? IconBolt;
  return <Glyph size={size} stroke={1.6} aria-hidden="true" />;
}
