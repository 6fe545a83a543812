import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { SignInScreen } from '../../features/access/sign-in-screen';

export const generateMetadata = (): Metadata => ({ title: t`Sign in` });

export default async function Page({ searchParams }: { searchParams: Promise<{ to?: string }> }) {
  return <SignInScreen to={(await searchParams).to} />;
}
