import { t } from '../../../features/words/page-words';
import type { Metadata } from 'next';
import { VehicleScreen } from '../../../features/vehicle/screen';

export const generateMetadata = (): Metadata => ({ title: t`Vehicle` });

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <VehicleScreen id={(await params).id} />;
}
