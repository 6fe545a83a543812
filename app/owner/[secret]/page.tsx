import { t } from '../../../features/words/page-words';
import type { Metadata } from 'next';
import { OwnerScreen } from '../../../features/owners-record/owner-screen';

export const generateMetadata = (): Metadata => ({
  title: t`Your vehicle`,
  robots: { index: false },
});

export default async function Page({ params }: { params: Promise<{ secret: string }> }) {
  return <OwnerScreen secret={(await params).secret} />;
}
