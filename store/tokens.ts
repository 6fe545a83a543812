import { createHash, timingSafeEqual } from 'node:crypto';

/** Of a device's token only this is kept: tokens are long and random, so no salt is needed. */
export const hashOfToken = (token: string) => createHash('sha256').update(token).digest('hex');

/** Whether a token is the one of a hash, in a time that tells nothing. */
export function isToken(token: string, hash: string): boolean {
  return timingSafeEqual(Buffer.from(hashOfToken(token), 'hex'), Buffer.from(hash, 'hex'));
}
