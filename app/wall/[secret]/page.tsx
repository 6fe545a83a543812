import { t } from '../../../features/words/page-words';
import type { Metadata } from 'next';
import { WallAtAddress } from '../../../features/wall/screen';

export const generateMetadata = (): Metadata => ({ title: t`Wall`, robots: { index: false } });

export default async function Page({ params }: { params: Promise<{ secret: string }> }) {
  return <WallAtAddress secret={(await params).secret} />;
}
