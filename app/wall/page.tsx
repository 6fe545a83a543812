import type { Metadata } from 'next';
import { WallScreen } from '../../features/wall/screen';

export const metadata: Metadata = { title: 'Wall' };

export default function Page() {
  return <WallScreen />;
}
