import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { requireSite } from '../site/current';
import { printData } from './load';
import { Sheets } from './sheets';

export async function PrintScreen({ id }: { id: string }) {
  const loaded = requireSite();
  const host = (await headers()).get('host') ?? '127.0.0.1';
  return <Sheets data={printData(loaded, id, `http://${host}`) ?? notFound()} />;
}
