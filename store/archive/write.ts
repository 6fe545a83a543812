import type { Db } from '../open';
import { ARCHIVED, ARCHIVE_VERSION, fieldOf, type ArchivedTable } from './tables';

/** Order of its lines: entries as they were recorded, the rest by their key. */
const orderOf = ({ table, key }: ArchivedTable) => (table === 'entry' ? 'seq' : key.join(', '));

/** A row as a line of an archive has it. */
export function lineOfRow(of: ArchivedTable, row: Readonly<Record<string, unknown>>): object {
  const fields = Object.entries(of.columns).map(([column, { as }]) => {
    const value = row[column];
    if (value === null || value === undefined) return [fieldOf(column), null];
    if (as === 'json') return [fieldOf(column), JSON.parse(value as string) as unknown];
    if (as === 'blob') return [fieldOf(column), (value as Buffer).toString('base64')];
    return [fieldOf(column), value];
  });
  return { line: of.kind, ...(Object.fromEntries(fields) as object) };
}

/**
 * The whole site as the lines of an archive, each a JSON value: the same site gives the same
 * lines. In one transaction, so that it is one moment of it.
 */
export function* archiveLines(db: Db): Generator<string> {
  yield JSON.stringify({ line: 'archive', of: 'velvet-ember', version: ARCHIVE_VERSION });
  db.exec('BEGIN');
  try {
    for (const of of ARCHIVED) {
      const columns = Object.keys(of.columns).join(', ');
      const rows = db.prepare(`SELECT ${columns} FROM ${of.table} ORDER BY ${orderOf(of)}`);
      for (const row of rows.iterate() as IterableIterator<Record<string, unknown>>) {
        yield JSON.stringify(lineOfRow(of, row));
      }
    }
  } finally {
    db.exec('COMMIT');
  }
}
