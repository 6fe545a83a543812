import { headers } from 'next/headers';
import { notFound } from 'next/navigation';
import { askOrSetUp } from '../server/ask';
import { baseUrlFor } from '../server/base-url';
import { NONCE_HEADER } from '../server/headers';
import { Sheets } from './sheets';

export async function PrintScreen({ id }: { id: string }) {
  const said = await headers();
  const data = await askOrSetUp('print', { id, base: baseUrlFor(said) });
  return <Sheets data={data ?? notFound()} nonce={said.get(NONCE_HEADER) ?? ''} />;
}
