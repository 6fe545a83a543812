import type { Metadata } from 'next';
import { AccountScreen } from '../../../features/account/screen';

export const metadata: Metadata = { title: 'The season’s account' };
export const dynamic = 'force-dynamic';

export default function Page() {
  return <AccountScreen />;
}
