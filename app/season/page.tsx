import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { SeasonScreen } from '../../features/season/screen';

export const generateMetadata = (): Metadata => ({ title: t`Season` });

export default function Page() {
  return <SeasonScreen />;
}
