import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { env } from '../../env';
import { askOrSetUp } from '../server/ask';
import { NONCE_HEADER } from '../server/headers';
import { Sheets } from './sheets';

export async function PrintScreen({ id }: { id: string }) {
  const said = await headers();
  const host = said.get('host') ?? '127.0.0.1';
  const data = await askOrSetUp('print', { id, base: env('EMBER_PUBLIC_URL') ?? `http://${host}` });
  return <Sheets data={data ?? notFound()} nonce={said.get(NONCE_HEADER) ?? ''} />;
}
