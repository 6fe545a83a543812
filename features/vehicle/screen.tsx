import { notFound } from 'next/navigation';
import { requireSite } from '../site/current';
import { vehicleData } from './load';
import { Vehicle } from './vehicle';
import { Themed } from '../theme/themed';

export function VehicleScreen({ id }: { id: string }) {
  return (
    <Themed>
      <Vehicle data={vehicleData(requireSite(), id) ?? notFound()} />
    </Themed>
  );
}
