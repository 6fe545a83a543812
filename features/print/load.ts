import { t } from '../../core/language';
import 'server-only';
import { shortDay } from '../../core/day';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { conditionOf } from '../../core/record/condition';
import { planInUse } from '../../core/plan/storage-plans';
import { batteryLabels } from '../site/to-page';
import type { SiteSnapshot } from '../site/snapshot';
import type { PrintData } from './papers';

/** What stands on the papers of one vehicle; null where it stands in no bay. */
export function printData(loaded: SiteSnapshot, id: string, origin: string): PrintData | null {
  const stay = loaded.stays.find((one) => one.vehicle.id === id);
  if (!stay) return null;
  const labels = batteryLabels(stay.batteries);
  const pluggedIn = stay.batteries.some(({ standing }) => {
    const { feed } = planInUse(standing.state);
    const fed = standing.state.maintainerSince !== null || standing.state.chargeSince !== null;
    return !standing.state.out && (fed || feed === 'maintainer' || feed === 'hook-up');
  });
  return {
    siteName: loaded.site.name,
    printed: shortDay(loaded.today),
    vehicle: stay.vehicle.name,
    bay: stay.bay.mark,
    hall: stay.hall.name,
    address: `${origin}/vehicle/${id}`,
    pluggedIn,
    positiveEarth: stay.vehicle.facts.earth === 'positive',
    batteries: stay.batteries.map(({ battery, standing, outlook }, i) => ({
      mark: battery.mark,
      label: labels[i]!,
      chemistry: CHEMISTRIES[battery.chemistry].label,
      rated: t`${battery.nominalVolts} V ${battery.capacityAh} Ah`,
      fitted:
        battery.fittedYear === null
          ? t`unknown`
          : battery.details.fittedMonth === null
            ? String(battery.fittedYear)
            : `${String(battery.details.fittedMonth).padStart(2, '0')}/${battery.fittedYear}`,
      next: conditionOf(standing)
        ? t`never charge: replace`
        : outlook
          ? shortDay(outlook.nextReadingRound)
          : t`next round`,
    })),
  };
}
