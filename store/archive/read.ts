import { z } from 'zod';
import { canonical } from '../../core/canonical';
import { ENTRY_KINDS, ENTRY_KIND_NAMES, type EntryKind } from '../../core/logbook/kinds';
import { reasonOf } from '../../core/logbook/entry';
import { SUBJECT_KINDS } from '../../core/logbook/kind';
import { somethingMixedUp } from '../entries';
import { StoreProblem, type Db } from '../open';
import { rebuildStates } from '../states';
import { ARCHIVED, Heading, fieldOf, lineOf, type ArchivedTable } from './tables';
import { lineOfRow } from './write';

/** A line of an archive as it stands in its table. */
interface Row {
  readonly of: ArchivedTable;
  readonly number: number;
  readonly line: Readonly<Record<string, unknown>>;
}

/** An archive that was read and can be taken. */
export interface Archive {
  readonly rows: readonly Row[];
  /** What is odd in it, in words; it is taken as it is. */
  readonly doubts: readonly string[];
}

const BY_KIND = new Map(ARCHIVED.map((of) => [of.kind, { of, schema: lineOf(of) }]));

/** The envelope of an entry; also of one whose date cannot be, as older files may have them. */
const EntryLine = z.object({
  subjectKind: z.enum(SUBJECT_KINDS),
  kind: z.enum(ENTRY_KIND_NAMES as [EntryKind, ...EntryKind[]], {
    error: 'this program knows no such kind of entry: it may be older than the archive',
  }),
  at: z.iso.datetime(),
  recordedAt: z.iso.datetime(),
});

const wrongLine = (number: number, reason: string) =>
  new StoreProblem(`Line ${number} of the archive: ${reason}. Nothing was taken.`);

/**
 * Reads the lines of an archive. Throws a `StoreProblem` that names the line where one is not what it
 * should be: nothing is guessed, and nothing left out.
 */
export function readArchive(lines: Iterable<string>): Archive {
  const rows: Row[] = [];
  const doubts: string[] = [];
  let number = 0;
  for (const text of lines) {
    number += 1;
    if (text.trim() === '') continue;
    let value: unknown;
    try {
      value = JSON.parse(text);
    } catch {
      throw wrongLine(number, 'it is no JSON');
    }
    if (number === 1) {
      const heading = Heading.safeParse(value);
      if (!heading.success)
        throw wrongLine(1, `no heading of an archive (${reasonOf(heading.error)})`);
      continue;
    }
    const kind = String((value as { line?: unknown } | null)?.line);
    const known = BY_KIND.get(kind);
    if (!known) throw wrongLine(number, `“${kind}” is no kind of line`);
    const parsed = known.schema.safeParse(value);
    if (!parsed.success) throw wrongLine(number, reasonOf(parsed.error));
    const line = parsed.data as Row['line'];
    if (kind === 'entry') requireEntry(line, number);
    doubts.push(...doubtsOf(known.of, line, number));
    rows.push({ of: known.of, number, line });
  }
  if (number === 0) throw new StoreProblem('The archive is empty: it has not even a heading.');
  return { rows, doubts };
}

function requireEntry(line: Row['line'], number: number): void {
  const envelope = EntryLine.safeParse(line);
  if (!envelope.success) throw wrongLine(number, reasonOf(envelope.error));
  const kind = ENTRY_KINDS[envelope.data.kind];
  if (line['version'] !== kind.version) {
    throw wrongLine(number, `version: this program reads version ${kind.version} of such an entry`);
  }
  const data = kind.data.safeParse(line['data']);
  if (!data.success) throw wrongLine(number, `data.${reasonOf(data.error)}`);
}

/** What stands in a column of its own form and is not quite that: it is read as it is where it is used. */
function doubtsOf(of: ArchivedTable, line: Row['line'], number: number): string[] {
  return Object.entries(of.columns).flatMap(([column, one]) => {
    const value = line[fieldOf(column)];
    if (one.as !== 'json' || !one.inside || value === null) return [];
    const parsed = one.inside.safeParse(value);
    return parsed.success
      ? []
      : [`line ${number}, ${of.kind}: ${fieldOf(column)}.${reasonOf(parsed.error)}`];
  });
}

/** Two things that cannot both be here as they are. */
export interface Clash {
  readonly kind: string;
  /** What the archive has, and what is here, in words. */
  readonly words: string;
  readonly answers: readonly ClashAnswer[];
}
/** The one that is here; the one of the archive in its place; both, the archive’s under another name. */
export type ClashAnswer = 'keep' | 'take' | 'both';

/** What became of an archive. */
export interface Taken {
  /** Lines that are here now and were not before. */
  readonly added: number;
  /** Those that were here already, just so. */
  readonly known: number;
  /** Those in whose stead what was here stays. */
  readonly kept: number;
}

/** Of whatever may be called by an id in a line: to give the archive’s another one. */
const ID_FIELDS = /^(id|with|bays|subjectId|.*Ids?)$/;

function renamed(value: unknown, names: ReadonlyMap<string, string>, isId = false): unknown {
  if (typeof value === 'string') return isId ? (names.get(value) ?? value) : value;
  if (Array.isArray(value)) return value.map((one) => renamed(one, names, isId));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value).map(([key, one]) => [key, renamed(one, names, ID_FIELDS.test(key))]),
  );
}

/** What of a table is here already, by key and by name. */
function here(db: Db, of: ArchivedTable) {
  const columns = Object.keys(of.columns).join(', ');
  const find = (names: readonly string[]) =>
    db.prepare(
      `SELECT ${columns} FROM ${of.table} WHERE ${names.map((name) => `${name} = ?`).join(' AND ')}`,
    );
  const byKey = find(of.key);
  const byName = of.name ? find([of.name]) : null;
  const line = (row: unknown) =>
    row ? (lineOfRow(of, row as Record<string, unknown>) as Row['line']) : null;
  return {
    same: (one: Row['line']) => line(byKey.get(...of.key.map((name) => one[fieldOf(name)]))),
    named: (one: Row['line']) => (byName ? line(byName.get(one[fieldOf(of.name!)])) : null),
  };
}

/** A name that nothing here has yet, for what comes from the archive beside its namesake. */
function freeName(find: ReturnType<typeof here>, of: ArchivedTable, line: Row['line']): string {
  const name = String(line[fieldOf(of.name!)]);
  for (let n = 2; ; n++) {
    const tried = `${name}-${n}`;
    if (!find.named({ ...line, [fieldOf(of.name!)]: tried })) return tried;
  }
}

/**
 * Takes an archive into a data file: all of it, or nothing. Into an empty one it comes as it is; where
 * something is here, `ask` is asked about each two that cannot both be here. Plans that were made for
 * another site are not taken beside the plans of this one. States are folded anew.
 */
export function takeArchive(db: Db, { rows }: Archive, ask: (clash: Clash) => ClashAnswer): Taken {
  const isEmpty =
    db
      .prepare('SELECT (SELECT count(*) FROM site) + (SELECT count(*) FROM entry)')
      .pluck()
      .get() === 0;
  const ids = new Map<string, string>();
  const count = { added: 0, known: 0, kept: 0 };
  const finders = new Map(ARCHIVED.map((of) => [of, here(db, of)]));
  const series = new Map<string, ClashAnswer>();
  const take = db.transaction(() => {
    db.pragma('defer_foreign_keys = ON');
    for (const { of, line: raw, number } of rows) {
      if (!isEmpty && of.isOwn) {
        count.kept += 1;
        continue;
      }
      let line = renamed(raw, ids) as Row['line'];
      const find = finders.get(of)!;
      const [byKey, byName] = [find.same(line), find.named(line)];
      const other = byKey ?? byName;
      if (byKey && canonical(byKey) === canonical(line)) {
        count.known += 1;
        continue;
      }
      let isNew = !byKey;
      if (other) {
        const answer = answerTo(of, line, other, { ask, series, byName: !byKey, number });
        if (answer === 'keep') {
          if (!byKey) ids.set(String(line['id']), String(other['id']));
          count.kept += 1;
          continue;
        }
        if (answer === 'both') {
          const id = byKey ? freeId(find, line) : String(line['id']);
          if (byKey) ids.set(String(raw['id']), id);
          const name = of.name ? { [fieldOf(of.name)]: freeName(find, of, line) } : {};
          line = { ...line, id, ...(find.named(line) ? name : {}) };
          isNew = true;
        } else if (!byKey) {
          // The one here gets what the archive says of its namesake.
          ids.set(String(line['id']), String(other['id']));
          line = { ...line, id: other['id'] };
          isNew = false;
        }
      }
      write(db, of, line, isNew);
      count.added += 1;
    }
    rebuildStates(db);
  });
  take.immediate();
  return count;
}

function freeId(find: ReturnType<typeof here>, line: Row['line']): string {
  for (let n = 2; ; n++) {
    const id = `${String(line['id'])}-${n}`;
    if (!find.same({ ...line, id })) return id;
  }
}

interface Asking {
  readonly ask: (clash: Clash) => ClashAnswer;
  /** Series are asked about once. */
  readonly series: Map<string, ClashAnswer>;
  readonly byName: boolean;
  readonly number: number;
}

/** May be here twice, under another name or id, with all that leans on it. */
const MAY_BE_TWO: readonly string[] = ['hall', 'bay', 'owner', 'vehicle', 'battery', 'charger'];

function answerTo(
  of: ArchivedTable,
  line: Row['line'],
  other: Row['line'],
  { ask, series, byName, number }: Asking,
): ClashAnswer {
  if (of.kind === 'entry' || of.kind === 'verdict') {
    throw wrongLine(number, 'the logbook here has an entry of this id that says something else');
  }
  const called = (one: Row['line']) =>
    String(one[fieldOf(of.name ?? 'name')] ?? of.key.map((key) => one[fieldOf(key)]).join(', '));
  const mayBeTwo = MAY_BE_TWO.includes(of.kind);
  if (!mayBeTwo && of.kind !== 'site') {
    const known = series.get(of.kind);
    if (known) return known;
    const words = `The archive has ${of.about.split(':')[0]!.split(',')[0]!.toLowerCase()} that is here otherwise, as ${called(line)}; and maybe more of these.`;
    const answer = ask({ kind: of.kind, words, answers: ['keep', 'take'] });
    series.set(of.kind, answer);
    return answer;
  }
  const words = byName
    ? `Another ${of.kind} here is called ${called(other)} too.`
    : `The ${of.kind} ${called(other)} is here otherwise than in the archive${called(line) === called(other) ? '' : ` (${called(line)} there)`}.`;
  return ask({
    kind: of.kind,
    words,
    answers: mayBeTwo ? ['keep', 'take', 'both'] : ['keep', 'take'],
  });
}

function write(db: Db, of: ArchivedTable, line: Row['line'], isNew: boolean): void {
  const values = Object.entries(of.columns).map(([column, { as }]) => {
    const value = line[fieldOf(column)];
    if (value === null || as === 'plain') return [column, value] as const;
    if (as === 'json') return [column, JSON.stringify(value)] as const;
    return [column, Buffer.from(value as string, 'base64')] as const;
  });
  if (!isNew) {
    const set = values.map(([column]) => `${column} = ?`).join(', ');
    const key = of.key.map((name) => `${name} = ?`).join(' AND ');
    db.prepare(`UPDATE ${of.table} SET ${set} WHERE ${key}`).run(
      ...values.map(([, value]) => value),
      ...of.key.map((name) => line[fieldOf(name)]),
    );
    return;
  }
  const all = [...values, ...Object.entries(of.withheld ?? {})];
  if (of.kind === 'entry' && line['kind'] === 'mixed-up') somethingMixedUp(db);
  db.prepare(
    `INSERT INTO ${of.table} (${all.map(([column]) => column).join(', ')})
     VALUES (${all.map(() => '?').join(', ')})`,
  ).run(...all.map(([, value]) => value));
}
