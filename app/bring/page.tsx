import type { Metadata } from 'next';
import { BringScreen } from '../../features/intake/screen';

export const metadata: Metadata = { title: 'Bring a list' };

export default function Page() {
  return <BringScreen />;
}
