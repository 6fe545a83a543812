import { t } from '../../../features/words/page-words';
import type { Metadata } from 'next';
import { AccountScreen } from '../../../features/account/screen';

export const generateMetadata = (): Metadata => ({ title: t`The season’s account` });
export const dynamic = 'force-dynamic';

export default function Page() {
  return <AccountScreen />;
}
