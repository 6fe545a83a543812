import type { Metadata } from 'next';
import { SignInScreen } from '../../features/access/sign-in-screen';

export const metadata: Metadata = { title: 'Sign in' };

export default async function Page({ searchParams }: { searchParams: Promise<{ to?: string }> }) {
  return <SignInScreen to={(await searchParams).to} />;
}
