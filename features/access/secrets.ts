import { randomBytes, randomInt } from 'node:crypto';

/** For cookies: 256 bits of chance. */
export const newToken = (): string => randomBytes(32).toString('base64url');

/** Letters and digits that nobody takes for one another. */
const LETTERS = '23456789ABCDEFGHJKMNPQRSTVWXYZ';

/** A code to be typed or scanned: ten of thirty signs, 49 bits. */
export function newCode(): string {
  const sign = () => LETTERS[randomInt(LETTERS.length)]!;
  const half = () => Array.from({ length: 5 }, sign).join('');
  return `${half()}-${half()}`;
}

/** A code as it is kept, however it was typed. */
export const codeTyped = (typed: string): string => {
  const signs = typed.toUpperCase().replace(/[^A-Z0-9]/g, '');
  return `${signs.slice(0, 5)}-${signs.slice(5)}`;
};
