import { mkdtempSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { dataFile, openStore, type Db } from './open';

/** A data file of its own for each test, in a folder that goes with it. */
export function temporaryStore(): { folder: string; db: Db } {
  const here = {} as { folder: string; db: Db };
  beforeEach(() => {
    here.folder = mkdtempSync(join(tmpdir(), 'velvet-store-'));
    here.db = openStore(dataFile(here.folder));
  });
  afterEach(() => {
    here.db.close();
    rmSync(here.folder, { recursive: true });
  });
  return here;
}
