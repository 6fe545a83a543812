import type { Metadata } from 'next';
import { NoticesScreen } from '../../../features/print/notices-screen';

export const metadata: Metadata = { title: 'Notices to owners' };
export const dynamic = 'force-dynamic';

export default function Page() {
  return <NoticesScreen />;
}
