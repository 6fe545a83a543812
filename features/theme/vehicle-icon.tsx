import { t } from '../../core/language';
import {
  IconCamper,
  IconCar,
  IconCar4wd,
  IconCarSuv,
  IconCaravan,
  IconEngine,
  IconGolf,
  IconMotorbike,
  IconPlug,
  IconPlugConnectedX,
  IconTractor,
  IconTruck,
  type Icon,
} from '@tabler/icons-react';
import type { VehicleKindId } from '../../core/site/vehicle-kinds';

const GLYPHS: Record<VehicleKindId | 'maintainer' | 'negative-off', Icon> = {
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
  maintainer: IconPlug,
  'negative-off': IconPlugConnectedX,
};

/** The outlines, drawn once for the page; a yard of hundreds of bays refers to them. */
export function GlyphSheet() {
  return (
    <svg width="0" height="0" style={{ position: 'absolute' }} aria-hidden="true">
      {Object.entries(GLYPHS).map(([id, Glyph]) => (
        <symbol key={id} id={`glyph-${id}`} viewBox="0 0 24 24">
          <Glyph size={24} stroke={1.6} />
        </symbol>
      ))}
    </svg>
  );
}

/** The outline of a kind of vehicle; its name stands beside it, so it is silent. */
export function VehicleIcon({ kind, size = 20 }: { kind: VehicleKindId; size?: number }) {
  return (
    <svg width={size} height={size} aria-hidden="true">
      <use href={`#glyph-${kind}`} />
    </svg>
  );
}

/** How a battery is kept, said aloud. */
export function KeepingIcon({ keeping }: { keeping: 'maintainer' | 'negative-off' }) {
  const label = keeping === 'maintainer' ? t`maintainer on` : t`negative off`;
  return (
    <svg width="17" height="17" role="img" aria-label={label}>
      <use href={`#glyph-${keeping}`} />
    </svg>
  );
}
