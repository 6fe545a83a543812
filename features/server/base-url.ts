import 'server-only';
import { headers } from 'next/headers';
import { env } from '../../env';

/** Where phones and printed codes find this server: as it was told, else as this page was asked for. */
export async function baseUrl(): Promise<string> {
  const scheme = env('EMBER_DOOR') === 'signed' ? 'https' : 'http';
  const host = (await headers()).get('host') ?? '127.0.0.1';
  return env('EMBER_PUBLIC_URL') ?? `${scheme}://${host}`;
}
