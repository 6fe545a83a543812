import { t } from '../../../features/words/page-words';
import type { Metadata } from 'next';
import { WalkBackScreen } from '../../../features/hand-back/screen';

export const generateMetadata = (): Metadata => ({ title: t`Hand back` });

export default async function Page({ params }: { params: Promise<{ id: string }> }) {
  return <WalkBackScreen id={(await params).id} />;
}
