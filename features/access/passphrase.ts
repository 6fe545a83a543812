import { t } from '../../core/language';
import { hash, verify } from '@node-rs/argon2';

/** OWASP, Password Storage Cheat Sheet: Argon2id with at least 19 MiB, 2 passes, 1 lane (from memory). */
const COST = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const hashOf = (passphrase: string): Promise<string> => hash(passphrase.normalize(), COST);

/** Of nobody’s: who does not exist takes as long to be turned away as who mistyped. */
let nobodys: Promise<string> | null = null;

/**
 * Whether a passphrase is the one of a hash; null or empty: of nobody, or of somebody who came with an
 * archive and has none yet, and then it is not.
 */
export async function isPassphrase(passphrase: string, kept: string | null): Promise<boolean> {
  const against = kept || (await (nobodys ??= hashOf(t`nobody works here by this name`)));
  const right = await verify(against, passphrase.normalize());
  return right && Boolean(kept);
}
