import { notFound } from 'next/navigation';
import { requireSite } from '../site/current';
import { vehicleData } from './load';
import { Vehicle } from './vehicle';

export function VehicleScreen({ id }: { id: string }) {
  return <Vehicle data={vehicleData(requireSite(), id) ?? notFound()} />;
}
