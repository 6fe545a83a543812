import { parse } from 'csv-parse/browser/esm/sync';
import { stringify } from 'csv-stringify/browser/esm/sync';
import type { FuseList } from '../../core/fault-isolation/fuse-list';
import { fuseListOfRows, rowsOfFuseList } from '../../core/fault-isolation/fuse-rows';

/** A fuse list from the text of a file. */
export function parseFuseCsv(text: string): ReturnType<typeof fuseListOfRows> {
  let rows: string[][];
  try {
    rows = parse(text, { skip_empty_lines: true, bom: true, relax_column_count: true });
  } catch (error) {
    return { ok: false, reason: (error as Error).message };
  }
  return fuseListOfRows(rows.map((row) => row.map((cell) => cell.replace(ESCAPED, ''))));
}

/** What a spreadsheet would take for a formula is written as the text that it is, and read back so. */
export const fuseCsv = (list: FuseList): string =>
  stringify(rowsOfFuseList(list), { escape_formulas: true });

const ESCAPED = /^'(?=[=+\-@\t\r])/;
