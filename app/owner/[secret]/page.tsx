import type { Metadata } from 'next';
import { OwnerScreen } from '../../../features/owners-record/owner-screen';

export const metadata: Metadata = { title: 'Your vehicle', robots: { index: false } };

export default async function Page({ params }: { params: Promise<{ secret: string }> }) {
  return <OwnerScreen secret={(await params).secret} />;
}
