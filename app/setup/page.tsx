import type { Metadata } from 'next';
import { SetupScreen } from '../../features/setup/screen';

export const metadata: Metadata = { title: 'Set up' };

export default function Page() {
  return <SetupScreen />;
}
