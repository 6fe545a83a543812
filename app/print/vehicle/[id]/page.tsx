import type { Metadata } from 'next';
import { PrintScreen } from '../../../../features/print/screen';

export const metadata: Metadata = { title: 'Print' };

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <PrintScreen id={(await params).id} />;
}
