import { t } from '../../features/words/page-words';
import type { Metadata } from 'next';
import { BenchScreen } from '../../features/bench/screen';

export const generateMetadata = (): Metadata => ({ title: t`Bench` });
export const dynamic = 'force-dynamic';

export default async function Page({
  searchParams,
}: {
  searchParams: Promise<Record<string, string | string[] | undefined>>;
}) {
  const { battery, job } = await searchParams;
  const one = (value: string | string[] | undefined) => (typeof value === 'string' ? value : null);
  return <BenchScreen battery={one(battery)} job={one(job)} />;
}
