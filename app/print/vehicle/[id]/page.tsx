import { t } from '../../../../features/words/page-words';
import type { Metadata } from 'next';
import { PrintScreen } from '../../../../features/print/screen';

export const generateMetadata = (): Metadata => ({ title: t`Print` });

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <PrintScreen id={(await params).id} />;
}
