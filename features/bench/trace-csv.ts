import { parse } from 'csv-parse/browser/esm/sync';
import { traceOfRows } from '../../core/parasitic-draw/csv-rows';

/** A trace from the text of a logger's file. */
export function parseTraceCsv(text: string): ReturnType<typeof traceOfRows> {
  let rows: string[][];
  try {
    rows = parse(text, { skip_empty_lines: true, relax_column_count: true, bom: true });
  } catch (error) {
    return { ok: false, reason: (error as Error).message };
  }
  return traceOfRows(rows);
}
