import { t } from '../../../features/words/page-words';
import type { Metadata } from 'next';
import { HallListsScreen } from '../../../features/print/halls-screen';

export const generateMetadata = (): Metadata => ({ title: t`Halls, to print` });

export default function Page() {
  return <HallListsScreen />;
}
