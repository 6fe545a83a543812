import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { WallScreen } from '../../features/wall/screen';

export const generateMetadata = (): Metadata => ({ title: t`Wall` });

export default function Page() {
  return <WallScreen />;
}
