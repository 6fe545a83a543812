import { parse } from 'csv-parse/browser/esm/sync';
import { stringify } from 'csv-stringify/browser/esm/sync';
import type { FuseList } from '../../core/hunt/fuse-list';
import { fuseListOfRows, rowsOfFuseList } from '../../core/hunt/fuse-rows';

/** A fuse list from the text of a file. */
export function parseFuseCsv(text: string): ReturnType<typeof fuseListOfRows> {
  let rows: string[][];
  try {
    rows = parse(text, { skip_empty_lines: true, bom: true, relax_column_count: true });
  } catch (error) {
    return { ok: false, reason: (error as Error).message };
  }
  return fuseListOfRows(rows);
}

export const fuseCsv = (list: FuseList): string => stringify(rowsOfFuseList(list));
