import { FuseList } from '../core/hunt/fuse-list';
import type { Db } from './open';

/** The fuse box of a model, or null where nobody has listed it. */
export function readFuseList(db: Db, model: string): FuseList | null {
  const text = db.prepare('SELECT circuits FROM fuse_list WHERE model = ?').pluck().get(model);
  return text === undefined ? null : FuseList.parse(JSON.parse(text as string));
}

export function writeFuseList(db: Db, model: string, list: FuseList): void {
  db.prepare(
    `INSERT INTO fuse_list (model, circuits) VALUES (?, ?)
     ON CONFLICT (model) DO UPDATE SET circuits = excluded.circuits`,
  ).run(model, JSON.stringify(FuseList.parse(list)));
}
