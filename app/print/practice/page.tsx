import { t } from '../../../features/words/page-words';
import type { Metadata } from 'next';
import { PracticeSheetScreen } from '../../../features/practice/sheet-print';

export const generateMetadata = (): Metadata => ({ title: t`Practised, to print` });

export default function Page() {
  return <PracticeSheetScreen />;
}
