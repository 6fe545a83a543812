import type { Metadata } from 'next';
import { TrustScreen } from '../../features/access/trust-screen';

export const metadata: Metadata = { title: 'Trust this site' };

export default function Page() {
  return <TrustScreen />;
}
