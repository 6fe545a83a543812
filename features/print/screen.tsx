import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { askOrSetUp } from '../server/ask';
import { Sheets } from './sheets';

export async function PrintScreen({ id }: { id: string }) {
  const host = (await headers()).get('host') ?? '127.0.0.1';
  const data = await askOrSetUp('print', { id, base: `http://${host}` });
  return <Sheets data={data ?? notFound()} />;
}
