import { notFound } from 'next/navigation';
import { askOrSetUp } from '../server/ask';
import { Themed } from '../theme/themed';
import { Vehicle } from './vehicle';

export async function VehicleScreen({ id }: { id: string }) {
  return (
    <Themed>
      <Vehicle data={(await askOrSetUp('vehicle', id)) ?? notFound()} />
    </Themed>
  );
}
