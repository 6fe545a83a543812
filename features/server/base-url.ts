import 'server-only';
import { env } from '../../env';
import { here } from './here';

/** Where phones and printed codes find this server: as it was told, else as somebody asked it. */
export const baseUrlFor = (asked: Pick<Headers, 'get'>): string => {
  const scheme = env('EMBER_DOOR') === 'signed' ? 'https' : 'http';
  return here().publicUrl ?? `${scheme}://${asked.get('host') ?? '127.0.0.1'}`;
};
