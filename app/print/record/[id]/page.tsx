import { t } from '../../../../features/words/page-words';
import type { Metadata } from 'next';
import { RecordScreen } from '../../../../features/print/record-screen';

export const generateMetadata = (): Metadata => ({ title: t`Owner’s record` });

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <RecordScreen id={(await params).id} />;
}
