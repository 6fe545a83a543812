import type { Metadata } from 'next';
import { YardScreen } from '../../features/yard/screen';

export const metadata: Metadata = { title: 'Yard' };

export default function Page() {
  return <YardScreen />;
}
