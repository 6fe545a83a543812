import { readFileSync } from 'node:fs';
import { parse } from 'csv-parse/sync';
import { BadInput } from '../flags';

/** The rows of a comma-separated file with a heading, by column; refused in words that help. */
export function csvRows(
  flag: string,
  file: string,
  columns: readonly string[],
): Record<string, string>[] {
  const allowed = `allowed: a CSV file with the columns ${columns.join(',')}`;
  let content: string;
  try {
    content = readFileSync(file, 'utf8');
  } catch (error) {
    const code = (error as NodeJS.ErrnoException).code ?? 'unknown';
    throw new BadInput(`--${flag} ${file}: cannot be read (${code}); ${allowed}`);
  }
  try {
    return parse(content, { columns: true, skip_empty_lines: true, trim: true, bom: true });
  } catch (error) {
    throw new BadInput(`--${flag} ${file}: is no CSV (${(error as Error).message}); ${allowed}`);
  }
}
