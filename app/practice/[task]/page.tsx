import { t } from '../../../features/words/page-words';
import type { Metadata } from 'next';
import { TaskScreen } from '../../../features/practice/screen';

export const generateMetadata = (): Metadata => ({ title: t`Practise` });

export default async function Page({
  params,
  searchParams,
}: {
  params: Promise<{ task: string }>;
  searchParams: Promise<{ seed?: string }>;
}) {
  return <TaskScreen id={(await params).task} seed={(await searchParams).seed} />;
}
