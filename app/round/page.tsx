import type { Metadata } from 'next';
import { RoundScreen } from '../../features/round/screen';

export const metadata: Metadata = { title: 'Round' };

export default function Page() {
  return <RoundScreen />;
}
