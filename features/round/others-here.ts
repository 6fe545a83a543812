import { t } from '../../core/language';
import { recorder } from '../logbook/recorder';
import { useOthers } from '../live/live';
import type { StopView } from './round-data';

/** Who else stands at a stop, or was there last: `Ida is here · `. */
export function useOthersHere(): (stop: StopView) => string {
  const { present, lastBy } = useOthers();
  return ({ vehicle, batteryIds, done }) => {
    const here = present.filter(({ vehicleId }) => vehicleId === vehicle.id);
    if (here.length > 0) return t`${here.map(({ name }) => name).join(', ')} is here · `;
    const by = batteryIds.map((id) => lastBy.get(id)).find((name) => name !== undefined);
    return done && by !== undefined && by !== recorder() ? t`${by} was here · ` : '';
  };
}
