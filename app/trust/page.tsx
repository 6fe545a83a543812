import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { TrustScreen } from '../../features/access/trust-screen';

export const generateMetadata = (): Metadata => ({ title: t`Trust this site` });

export default function Page() {
  return <TrustScreen />;
}
