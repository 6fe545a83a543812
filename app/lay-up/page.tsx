import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { LayUpScreen } from '../../features/lay-up/screen';

export const generateMetadata = (): Metadata => ({ title: t`Lay up` });

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<{ bay?: string | string[] }>;
}) {
  const { bay } = await searchParams;
  return <LayUpScreen bay={typeof bay === 'string' ? bay : undefined} />;
}
