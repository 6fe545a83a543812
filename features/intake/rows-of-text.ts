/** What stands between the columns of a text: what most of its first lines have the same number of. */
function delimiterOf(text: string): string {
  const lines = text.split(/\r?\n/, 20).filter(Boolean);
  const counts = (mark: string) => lines.map((line) => line.split(mark).length - 1);
  const steady = (mark: string) => {
    const all = counts(mark);
    const most = Math.max(...all);
    // A decimal comma stands in some lines alone.
    return most === 0 ? 0 : all.filter((n) => n === most).length * most;
  };
  return ['\t', ';', ','].reduce((best, mark) => (steady(mark) > steady(best) ? mark : best));
}

/** The rows of a list: a file of CSV, or what was copied out of a spreadsheet. */
export async function rowsOfText(text: string): Promise<string[][]> {
  const { parse } = await import('csv-parse/browser/esm/sync');
  const delimiter = delimiterOf(text);
  return parse(text, {
    ...{ delimiter, relax_column_count: true, bom: true, trim: true, skip_empty_lines: true },
    // Inches stand in names: `Osier 30"`.
    relax_quotes: true,
  });
}
