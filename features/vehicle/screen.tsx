import { notFound } from 'next/navigation';
import { askOrSetUp } from '../server/ask';
import { Vehicle } from './vehicle';

export async function VehicleScreen({ id }: { id: string }) {
  return <Vehicle data={(await askOrSetUp('vehicle', id)) ?? notFound()} />;
}
