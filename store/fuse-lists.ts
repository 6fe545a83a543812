import { t } from '../core/language';
import { FuseList } from '../core/fault-isolation/fuse-list';
import { KnownFuse } from '../core/fault-isolation/fuses';
import { readOrNot } from './read-or-not';
import type { Db } from './open';

/** The fuse box of a model, or null where nobody has listed it. */
export function readFuseList(db: Db, model: string): FuseList | null {
  const text = db.prepare('SELECT circuits FROM fuse_list WHERE model = ?').pluck().get(model);
  if (text === undefined) return null;
  return readOrNot(t`the fuses of ${model}`, FuseList, JSON.parse(text as string))[0] ?? null;
}

export function writeFuseList(db: Db, model: string, list: FuseList): void {
  db.prepare(
    `INSERT INTO fuse_list (model, circuits) VALUES (?, ?)
     ON CONFLICT (model) DO UPDATE SET circuits = excluded.circuits`,
  ).run(model, JSON.stringify(FuseList.parse(list)));
}

/** The house's own resistances, by kind and rating. */
export function readKnownFuses(db: Db): KnownFuse[] {
  return db
    .prepare('SELECT kind, amps, milliohms FROM known_fuse ORDER BY kind, amps')
    .all() as KnownFuse[];
}

/** Puts the house's own resistances in place of those of before. */
export function writeKnownFuses(db: Db, known: readonly KnownFuse[]): void {
  db.transaction(() => {
    db.prepare('DELETE FROM known_fuse').run();
    const add = db.prepare(
      'INSERT INTO known_fuse (kind, amps, milliohms) VALUES (@kind, @amps, @milliohms)',
    );
    for (const one of known) add.run(KnownFuse.parse(one));
  })();
}
