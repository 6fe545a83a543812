import type { Metadata } from 'next';
import { WallAtAddress } from '../../../features/wall/screen';

export const metadata: Metadata = { title: 'Wall', robots: { index: false } };

export default async function Page({ params }: { params: Promise<{ secret: string }> }) {
  return <WallAtAddress secret={(await params).secret} />;
}
