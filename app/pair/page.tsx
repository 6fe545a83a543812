import type { Metadata } from 'next';
import { PairScreen } from '../../features/access/pair-screen';

export const metadata: Metadata = { title: 'Pair' };

export default function Page() {
  return <PairScreen />;
}
