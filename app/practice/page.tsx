import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { PracticeScreen } from '../../features/practice/screen';

export const generateMetadata = (): Metadata => ({ title: t`Practise` });

export default function Page() {
  return <PracticeScreen />;
}
