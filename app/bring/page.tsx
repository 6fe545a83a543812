import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { BringScreen } from '../../features/intake/screen';

export const generateMetadata = (): Metadata => ({ title: t`Bring a list` });

export default function Page() {
  return <BringScreen />;
}
