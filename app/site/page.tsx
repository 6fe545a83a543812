import type { Metadata } from 'next';
import { SitePlanScreen } from '../../features/site-plan/screen';

export const metadata: Metadata = { title: 'The site' };

export default function Page() {
  return <SitePlanScreen />;
}
