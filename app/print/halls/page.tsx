import type { Metadata } from 'next';
import { HallListsScreen } from '../../../features/print/halls-screen';

export const metadata: Metadata = { title: 'Halls, to print' };

export default function Page() {
  return <HallListsScreen />;
}
