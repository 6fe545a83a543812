import { t } from '../../../features/words/page-words';
import type { Metadata } from 'next';
import { PrintSeason } from '../../../features/season/print';

export const generateMetadata = (): Metadata => ({ title: t`Season, to print` });

export default function Page() {
  return <PrintSeason />;
}
