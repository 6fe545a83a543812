import 'server-only';
import { dataFile, openStore, type Db } from '../../store/open';
import { ensureStates } from '../../store/states';
import { held, here } from './here';

/** The one connection of this process to the site that is asked; it outlives a reload of the code. */
export const db = (): Db =>
  held('db', () => {
    const opened = openStore(dataFile(here().folder));
    ensureStates(opened);
    return opened;
  });
