import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { SetupScreen } from '../../features/setup/screen';

export const generateMetadata = (): Metadata => ({ title: t`Set up` });

interface Asked {
  searchParams: Promise<Readonly<Record<string, string | string[] | undefined>>>;
}

export default async function Page({ searchParams }: Asked) {
  const { name } = await searchParams;
  return <SetupScreen name={typeof name === 'string' ? name.slice(0, 80) : ''} />;
}
