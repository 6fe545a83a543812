import 'server-only';
import { dataFile, openStore, type Db } from '../../store/open';
import { ensureStates } from '../../store/states';
import { env } from '../../env';

const held = globalThis as typeof globalThis & { velvetEmberDb?: Db };

/** The one connection of this process; it outlives a reload of the code. */
export function db(): Db {
  if (!held.velvetEmberDb) {
    held.velvetEmberDb = openStore(dataFile(env('EMBER_DATA')));
    ensureStates(held.velvetEmberDb);
  }
  return held.velvetEmberDb;
}
