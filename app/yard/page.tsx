import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { YardScreen } from '../../features/yard/screen';

export const generateMetadata = (): Metadata => ({ title: t`Yard` });

export default function Page() {
  return <YardScreen />;
}
