import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { HandBackScreen } from '../../features/hand-back/screen';

export const generateMetadata = (): Metadata => ({ title: t`Hand back` });

export default function Page() {
  return <HandBackScreen />;
}
