import type { Metadata } from 'next';
import { CondemnedScreen } from '../../../features/print/condemned-screen';

export const metadata: Metadata = { title: 'Condemned, to print' };

export default function Page() {
  return <CondemnedScreen />;
}
