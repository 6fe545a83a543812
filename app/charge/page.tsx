import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { ChargeScreen } from '../../features/charge/screen';

export const generateMetadata = (): Metadata => ({ title: t`Charge` });
export const dynamic = 'force-dynamic';

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { battery, view } = await searchParams;
  const one = (value: string | string[] | undefined) => (typeof value === 'string' ? value : null);
  return <ChargeScreen battery={one(battery)} view={one(view)} />;
}
