import { inOrder, type Entry } from '../core/logbook/entry';
import {
  befallsBatteries,
  foldBattery,
  foldHall,
  foldRules,
  foldVehicle,
} from '../core/logbook/fold';
import {
  EMPTY_BATTERY,
  type BatteryState,
  type HallState,
  type VehicleState,
} from '../core/logbook/state';
import type { SubjectKind } from '../core/logbook/kind';
import { DEFAULT_BOOK, HOUSE_RULES, type RuleBook } from '../core/rules/rules';
import { tangledWith } from '../core/logbook/untangle';
import { lastSeq, readEntriesOf, readEntriesOfBattery, readMixUpsToFold } from './entries';
import { hangOn, standIn } from './occupied';
import { prepared, type Db } from './open';

/**
 * Folds one subject again from its entries. A battery also sees what befalls its vehicle. Throws
 * `Occupied` where that would put two vehicles into one bay, or two batteries on one channel;
 * not where all is folded `anew`: what is on record already is shown as it is.
 */
export function refold(db: Db, kind: SubjectKind, id: string, seq: number, anew = false): void {
  if (kind === 'battery') return refoldBattery(db, id, seq, anew);
  const entries = readEntriesOf(db, kind, id);
  switch (kind) {
    case 'site':
      return;
    case 'rules':
      return writeState(db, kind, id, seq, foldRules(entries));
    case 'hall':
      return writeState(db, kind, id, seq, foldHall(entries));
    case 'vehicle': {
      const state = foldVehicle(entries);
      standIn(db, id, state, () => (anew ? state : stateBefore<VehicleState>(db, kind, id)));
      writeState(db, kind, id, seq, state);
      for (const battery of batteriesOf(db, id)) refold(db, 'battery', battery, seq, anew);
      return;
    }
  }
}

/** The same of a battery, and of those that it was taken for. */
function refoldBattery(db: Db, of: string, seq: number, anew: boolean): void {
  const mixUps = readMixUpsToFold(db);
  const ids = tangledWith(of, mixUps);
  // What hung on the channel of the other hangs there no more.
  if (ids.length > 1) for (const id of ids) hangOn(db, id, EMPTY_BATTERY, () => null);
  for (const id of ids) {
    const state = foldOfBattery(db, readEntriesOfBattery(db, id, mixUps));
    // Not written yet: what is kept of it is what it was.
    hangOn(db, id, state, () => (anew ? state : stateBefore<BatteryState>(db, 'battery', id)));
    writeState(db, 'battery', id, seq, state);
  }
}

/** A battery's state from its entries, and from what befell its vehicle while it was in it. */
export function foldOfBattery(db: Db, entries: readonly Entry[]): BatteryState {
  const own = foldBattery(entries);
  const met = own.vehicleId ? metIn(db, entries) : [];
  return met.length ? foldBattery([...entries, ...met]) : own;
}

/** What befell the vehicles that a battery was fitted in, while it was. */
function metIn(db: Db, entries: readonly Entry[]): Entry[] {
  const fittings = inOrder(entries).filter((entry) => entry.kind === 'fitted');
  return fittings.flatMap(({ at, data: { vehicleId } }, i) => {
    const until = fittings[i + 1]?.at ?? null;
    return readEntriesOf(db, 'vehicle', vehicleId).filter(
      (entry) =>
        befallsBatteries(entry) &&
        (until === null || entry.at < until) &&
        // How long it had stood when it came is on record before it is.
        (entry.at >= at || (i === 0 && entry.kind === 'outing')),
    );
  });
}

const stateBefore = <T>(db: Db, kind: SubjectKind, id: string): T | null =>
  readStates<T>(db, kind, id).get(id) ?? null;

function writeState(db: Db, kind: SubjectKind, id: string, seq: number, state: unknown): void {
  prepared(
    db,
    `INSERT INTO state (subject_kind, subject_id, seq, data) VALUES (?, ?, ?, ?)
     ON CONFLICT (subject_kind, subject_id) DO UPDATE SET seq = excluded.seq, data = excluded.data`,
  ).run(kind, id, seq, JSON.stringify(state));
  // As it would be read: it need not be.
  knownStates(db).set(`${kind}/${id}`, { seq, state });
}

function batteriesOf(db: Db, vehicleId: string): string[] {
  return prepared(
    db,
    `SELECT subject_id FROM state
      WHERE subject_kind = 'battery' AND json_extract(data, '$.vehicleId') = ?`,
    true,
  ).all(vehicleId) as string[];
}

/** States as they were parsed last, by connection: only what changed is parsed again. */
const parsed = new WeakMap<Db, Map<string, { readonly seq: number; readonly state: unknown }>>();

function knownStates(db: Db) {
  let known = parsed.get(db);
  if (!known) parsed.set(db, (known = new Map()));
  return known;
}

function readStates<T>(db: Db, kind: SubjectKind, id: string | null): Map<string, T> {
  const rows = prepared(
    db,
    `SELECT subject_id AS id, seq FROM state
      WHERE subject_kind = ?${id === null ? '' : ' AND subject_id = ?'}`,
  ).all(...(id === null ? [kind] : [kind, id])) as { id: string; seq: number }[];
  const data = prepared(
    db,
    'SELECT data FROM state WHERE subject_kind = ? AND subject_id = ?',
    true,
  );
  const known = knownStates(db);
  const states = new Map<string, T>();
  for (const row of rows) {
    const key = `${kind}/${row.id}`;
    let entry = known.get(key);
    if (entry?.seq !== row.seq) {
      entry = { seq: row.seq, state: JSON.parse(data.get(kind, row.id) as string) as unknown };
      known.set(key, entry);
    }
    states.set(row.id, entry.state as T);
  }
  return states;
}

/** States of all batteries, or of the one of an id. */
export const readBatteryStates = (db: Db, id: string | null = null) =>
  readStates<BatteryState>(db, 'battery', id);
export const readVehicleStates = (db: Db, id: string | null = null) =>
  readStates<VehicleState>(db, 'vehicle', id);

export const readHallStates = (db: Db) => readStates<HallState>(db, 'hall', null);

/** The rules that hold now, and their version. */
export function readRuleBook(db: Db): RuleBook {
  return readStates<RuleBook>(db, 'rules', HOUSE_RULES).get(HOUSE_RULES) ?? DEFAULT_BOOK;
}

/** Folds what a newer version of the program left to be folded; for a store just opened. */
export function ensureStates(db: Db): void {
  const states = db.prepare('SELECT count(*) FROM state').pluck().get() as number;
  if (states === 0 && lastSeq(db) > 0) rebuildStates(db);
}

/** Throws the cache away and folds every subject again. */
export function rebuildStates(db: Db): void {
  db.transaction(() => {
    db.exec('DELETE FROM state; DELETE FROM bay_taken; DELETE FROM channel_taken;');
    const subjects = db
      .prepare(
        // Batteries after vehicles would fold twice; this way each is folded once.
        `SELECT DISTINCT subject_kind AS kind, subject_id AS id FROM entry
          ORDER BY CASE subject_kind WHEN 'vehicle' THEN 0 ELSE 1 END`,
      )
      .all() as { kind: SubjectKind; id: string }[];
    const seq = lastSeq(db);
    for (const { kind, id } of subjects) refold(db, kind, id, seq, true);
  })();
}
