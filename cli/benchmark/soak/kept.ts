import { openStore, dataFile } from '../../../store/open';
import { rebuildStates } from '../../../store/states';

/** What is left of what was acknowledged. */
export interface Kept {
  readonly acknowledged: number;
  readonly missing: number;
  readonly doubled: number;
  /** States that are others when they are folded anew. */
  readonly unlikeFold: number;
}

/** Opens a data folder that no server has open, and looks whether what was acknowledged is there once. */
export function lookInto(folder: string, acknowledged: ReadonlySet<string>): Kept {
  const db = openStore(dataFile(folder));
  const ids = db.prepare('SELECT id FROM entry').pluck().all() as string[];
  const there = new Set(ids);
  const states = () =>
    db
      .prepare('SELECT subject_kind, subject_id, data FROM state ORDER BY 1, 2')
      .raw()
      .all()
      .map((row) => JSON.stringify(row));
  const before = states();
  rebuildStates(db);
  const after = new Set(states());
  db.close();
  return {
    acknowledged: acknowledged.size,
    missing: [...acknowledged].filter((id) => !there.has(id)).length,
    doubled: ids.length - there.size,
    unlikeFold:
      before.filter((row) => !after.has(row)).length + Math.abs(after.size - before.length),
  };
}
