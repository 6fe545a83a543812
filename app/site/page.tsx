import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { SitePlanScreen } from '../../features/site-plan/screen';

export const generateMetadata = (): Metadata => ({ title: t`The site` });

export default function Page() {
  return <SitePlanScreen />;
}
