import { notFound } from 'next/navigation';
import { askOrSetUp } from '../server/ask';
import { WasHere } from '../hand-back/was-here';
import { Vehicle } from './vehicle';

/** Its page while it is here, and the one of the archive when it is not. */
export async function VehicleScreen({ id }: { id: string }) {
  const data = await askOrSetUp('vehicle', id);
  if (data) return <Vehicle data={data} />;
  return <WasHere data={(await askOrSetUp('wasHere', id)) ?? notFound()} />;
}
