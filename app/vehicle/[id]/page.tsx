import type { Metadata } from 'next';
import { VehicleScreen } from '../../../features/vehicle/screen';

export const metadata: Metadata = { title: 'Vehicle' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <VehicleScreen id={(await params).id} />;
}
