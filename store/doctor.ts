import { canonical } from '../core/canonical';
import { foldHall, foldRules, foldVehicle } from '../core/logbook/fold';
import { parseEntry, type Entry } from '../core/logbook/entry';
import type { SubjectKind } from '../core/logbook/kind';
import { readEntriesOf, readEntriesOfBattery } from './entries';
import { damageIn, newestVersion, type Db } from './open';
import { foldOfBattery } from './states';

/** Something that was looked at in a data file. */
export interface Finding {
  readonly what: string;
  /** Empty: it is sound. Else each thing that is not, in words. */
  readonly wrong: readonly string[];
  /** What is to be done about it. */
  readonly then: string;
}

const MOST = 20;

/** A subject's state, folded anew from its entries. */
function foldAnew(db: Db, kind: SubjectKind, id: string): unknown {
  switch (kind) {
    case 'battery':
      return foldOfBattery(db, readEntriesOfBattery(db, id));
    case 'vehicle':
      return foldVehicle(readEntriesOf(db, kind, id));
    case 'hall':
      return foldHall(readEntriesOf(db, kind, id));
    case 'rules':
      return foldRules(readEntriesOf(db, kind, id));
    case 'site':
      return null;
  }
}

/** States that are not what their entries amount to, in words; changes nothing. */
export function checkFolds(db: Db): string[] {
  const rows = db
    .prepare(
      `SELECT kind, id, state.data FROM
         (SELECT DISTINCT subject_kind AS kind, subject_id AS id FROM entry WHERE subject_kind <> 'site')
         LEFT JOIN state ON state.subject_kind = kind AND state.subject_id = id`,
    )
    .all() as { kind: SubjectKind; id: string; data: string | null }[];
  const kept = db.prepare('SELECT count(*) FROM state').pluck().get() as number;
  // A file of an older version is folded when it is opened.
  if (kept === 0) return [];
  const wrong: string[] = [];
  for (const { kind, id, data } of rows) {
    let anew: unknown;
    try {
      anew = foldAnew(db, kind, id);
    } catch (error) {
      wrong.push(`the entries of ${kind} ${id} cannot be read: ${(error as Error).message}`);
      continue;
    }
    if (data === null) wrong.push(`nothing is kept of ${kind} ${id}`);
    // As it would be kept: what is undefined is not there.
    else if (canonical(JSON.parse(JSON.stringify(anew))) !== canonical(JSON.parse(data))) {
      wrong.push(`what is kept of ${kind} ${id} is not what its entries amount to`);
    }
  }
  return wrong;
}

/** Entries that this program would not take today, in words: they stay, and are not counted. */
function oddEntries(db: Db): string[] {
  const wrong: string[] = [];
  const rows = db
    .prepare(
      `SELECT seq, id, subject_kind AS subjectKind, subject_id AS subjectId, kind, version, at, by,
              data, strikes FROM entry ORDER BY seq`,
    )
    .iterate() as IterableIterator<Entry & { data: unknown }>;
  for (const { seq, ...row } of rows) {
    const parsed = parseEntry({
      ...row,
      data: JSON.parse(row.data as unknown as string) as unknown,
    });
    if (!parsed.ok) wrong.push(`entry ${seq} (${row.kind}): ${parsed.reason}`);
    if (wrong.length >= MOST) break;
  }
  return wrong;
}

const named = (db: Db, sql: string): string[] =>
  db.prepare(`${sql} LIMIT ${MOST}`).pluck().all() as string[];

/** Bays in which more than one stands, with their names; older files, or two sites in one, may have them. */
export const sharedBays = (db: Db): string[] =>
  named(
    db,
    `SELECT 'bay ' || coalesce(bay.mark, b) || ': ' || group_concat(coalesce(vehicle.name, v), ' and ')
       FROM (SELECT subject_id AS v, json_extract(data, '$.bayId') AS b FROM state
              WHERE subject_kind = 'vehicle' AND json_extract(data, '$.bayId') IS NOT NULL)
       LEFT JOIN bay ON bay.id = b LEFT JOIN vehicle ON vehicle.id = v
      GROUP BY b HAVING count(*) > 1`,
  );

/** Everything of a data file looked at, without changing anything of it. */
export function examine(db: Db): Finding[] {
  const damage = damageIn(db);
  const version = Number(db.pragma('user_version', { simple: true }));
  const findings: Finding[] = [
    {
      what: 'the pages of the file',
      wrong: damage === null ? [] : [damage],
      then: 'put a backup in its place: ./ember restore',
    },
    {
      what: `its version (${version} of ${newestVersion()})`,
      wrong: version < newestVersion() ? ['it is an older one'] : [],
      then: 'start the program: it is brought up to date, and a copy as it was is kept',
    },
  ];
  if (damage !== null || version < newestVersion()) return findings;
  const broken = db.pragma('foreign_key_check') as { table: string; rowid: number }[];
  return [
    ...findings,
    {
      what: 'what leans on what',
      wrong: broken
        .slice(0, MOST)
        .map(({ table, rowid }) => `row ${rowid} of ${table} leans on nothing`),
      then: 'put a backup in its place, or take everything out and in again: ./ember export, ./ember import',
    },
    {
      what: 'the entries, one by one',
      wrong: oddEntries(db),
      then: 'they stay in the logbook; strike them on the page of their vehicle',
    },
    {
      what: 'what the entries amount to, folded anew',
      wrong: checkFolds(db),
      then: './ember doctor --mend folds it anew; entries are not touched',
    },
    {
      what: 'who stands where',
      wrong: sharedBays(db),
      then: 'move one of them, on its page',
    },
    {
      what: 'vehicles and batteries that entries speak of',
      wrong: named(
        db,
        `SELECT DISTINCT subject_kind || ' ' || subject_id || ' has entries, and no facts' FROM entry
          WHERE (subject_kind = 'battery' AND subject_id NOT IN (SELECT id FROM battery))
             OR (subject_kind = 'vehicle' AND subject_id NOT IN (SELECT id FROM vehicle))`,
      ),
      then: 'put a backup in its place: facts were lost',
    },
  ];
}
