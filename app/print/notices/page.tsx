import { t } from '../../../features/words/page-words';
import type { Metadata } from 'next';
import { NoticesScreen } from '../../../features/print/notices-screen';

export const generateMetadata = (): Metadata => ({ title: t`Notices to owners` });
export const dynamic = 'force-dynamic';

export default function Page() {
  return <NoticesScreen />;
}
