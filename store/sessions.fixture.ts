import { v7 as uuidv7 } from 'uuid';
import type { Role } from '../core/access/roles';
import type { Db } from './open';
import { addPerson } from './people';
import { addCode, beginSession, pairWith } from './sessions';

/** Somebody who is signed in on a paired browser, without having typed anything. */
export interface SignedIn {
  readonly id: string;
  readonly name: string;
  readonly pairedId: string;
  /** What the browser shows: the key of its own, and the token of the session. */
  readonly key: string;
  readonly token: string;
}

const ofChance = (what: string) => `${what}-${uuidv7()}-${uuidv7()}`;

/** Puts somebody in, on a browser of their own. */
export function putIn(
  db: Db,
  about: { readonly name: string; readonly role: Role },
  shown = { key: ofChance('key'), token: ofChance('token') },
): SignedIn {
  const [id, pairedId, code] = [uuidv7(), uuidv7(), uuidv7()];
  const at = Date.now();
  addPerson(db, { id, ...about, passphrase: '-', addedAt: at });
  addCode(db, code, at, null);
  pairWith(db, code, { id: pairedId, name: `Browser of ${about.name}`, key: shown.key }, at);
  beginSession(db, { token: shown.token, personId: id, pairedId }, at);
  return { id, name: about.name, pairedId, ...shown };
}
