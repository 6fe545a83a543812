import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { RoundScreen } from '../../features/round/screen';

export const generateMetadata = (): Metadata => ({ title: t`Round` });

export default function Page() {
  return <RoundScreen />;
}
