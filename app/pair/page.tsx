import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { PairScreen } from '../../features/access/pair-screen';

export const generateMetadata = (): Metadata => ({ title: t`Pair` });

export default function Page() {
  return <PairScreen />;
}
