import { t } from '../../../features/words/page-words';
import type { Metadata } from 'next';
import { CondemnedScreen } from '../../../features/print/condemned-screen';

export const generateMetadata = (): Metadata => ({ title: t`Condemned, to print` });

export default function Page() {
  return <CondemnedScreen />;
}
