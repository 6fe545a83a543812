import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { shortDay } from '../../core/day';
import { CHEMISTRIES } from '../../core/battery/chemistries';
import { judge } from '../../core/judge/verdict';
import { planInUse } from '../../core/plan/storage-plans';
import { requireSite } from '../site/current';
import { batteryLabels, type LoadedSite } from '../site/load';
import { Sheets, type PrintData } from './sheets';

export async function PrintScreen({ id }: { id: string }) {
  const loaded = requireSite();
  const host = (await headers()).get('host') ?? '127.0.0.1';
  return <Sheets data={printData(loaded, id, `http://${host}`) ?? notFound()} />;
}

/** What stands on the papers of one vehicle; null where it stands in no bay. */
export function printData(loaded: LoadedSite, id: string, origin: string): PrintData | null {
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
      rated: `${battery.nominalVolts} V ${battery.capacityAh} Ah`,
      fitted:
        battery.fittedYear === null
          ? 'unknown'
          : battery.details.fittedMonth === null
            ? String(battery.fittedYear)
            : `${String(battery.details.fittedMonth).padStart(2, '0')}/${battery.fittedYear}`,
      next:
        judge(standing, null).kind === 'condemned'
          ? 'never charge: replace'
          : outlook
            ? shortDay(outlook.nextReadingRound)
            : 'next round',
    })),
  };
}
