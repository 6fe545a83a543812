import type { Metadata } from 'next';
import { HandBackScreen } from '../../features/hand-back/screen';

export const metadata: Metadata = { title: 'Hand back' };

export default function Page() {
  return <HandBackScreen />;
}
