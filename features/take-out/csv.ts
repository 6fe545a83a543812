import { stringify } from 'csv-stringify/sync';
import type { Db } from '../../store/open';
import { TABLES, type Table, type TableName } from './tables';

/** What a spreadsheet would reckon instead of show (OWASP, CSV Injection, from memory). */
const FORMULA = /^[=+\-@\t\r＝＋－＠]/;

/** Texts are shown and never reckoned; figures stay figures. */
const cast = {
  string: (text: string) => (FORMULA.test(text) ? `'${text}` : text),
  number: (value: number) => String(value),
  boolean: (value: boolean) => (value ? 'yes' : 'no'),
};

/** Rows of a CSV file (RFC 4180): its lines end in CR LF. */
const linesOf = (rows: readonly (readonly unknown[])[]): string =>
  stringify(rows as unknown[][], { cast, record_delimiter: 'windows' });

/** So many rows are written at once. */
const PIECE = 2000;

/** A table of a site as a CSV file, in pieces; the first begins with what tells that it is UTF-8. */
export function* csvOf(db: Db, name: TableName): Generator<string> {
  const table: Table = TABLES[name];
  let piece: (readonly unknown[])[] = [table.header];
  let head = '\ufeff';
  for (const row of table.rows(db)) {
    piece.push(row);
    if (piece.length < PIECE) continue;
    yield head + linesOf(piece);
    piece = [];
    head = '';
  }
  yield head + linesOf(piece);
}
