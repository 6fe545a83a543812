import 'server-only';
import { dataFile, openStore, type Db } from '../../store/open';

const held = globalThis as typeof globalThis & { velvetEmberDb?: Db };

/** The one connection of this process; it outlives a reload of the code. */
export function db(): Db {
  held.velvetEmberDb ??= openStore(dataFile(process.env.EMBER_DATA ?? '.data/site'));
  return held.velvetEmberDb;
}
