import { t } from '../language';
import { reasonOf } from '../logbook/entry';
import { FuseList } from './fuse-list';

/** Columns of a fuse list in a file; the first three are needed. */
export const FUSE_COLUMNS = ['fuse', 'feeds', 'amps', 'kind', 'load', 'main', 'milliohms'] as const;

/**
 * A fuse list from the rows of a file whose first row names the columns, in any order. Left out:
 * a blade fuse, load `other`, no main fuse, resistance by the table. The reason names the line.
 */
export function fuseListOfRows(
  rows: readonly (readonly string[])[],
): { ok: true; list: FuseList } | { ok: false; reason: string } {
  const heading = rows[0]?.map((one) => one.trim().toLowerCase()) ?? [];
  const missing = ['fuse', 'feeds', 'amps'].find((one) => !heading.includes(one));
  if (missing) {
    return {
      ok: false,
      reason: t`line 1: the column ${missing} is missing; name ${FUSE_COLUMNS.join(',')}`,
    };
  }
  const unknown = heading.find((one) => !FUSE_COLUMNS.some((column) => column === one));
  if (unknown !== undefined) {
    return {
      ok: false,
      reason: t`line 1: no column is called ${unknown}; there are ${FUSE_COLUMNS.join(',')}`,
    };
  }
  const circuits = rows.slice(1).map((row) => {
    const cell = (name: string) => row[heading.indexOf(name)]?.trim() ?? '';
    return {
      fuse: cell('fuse'),
      feeds: cell('feeds'),
      amps: cell('amps') === '' ? NaN : Number(cell('amps')),
      kind: cell('kind') || 'blade',
      load: cell('load') || 'other',
      main: cell('main') || null,
      milliohms: cell('milliohms') === '' ? null : Number(cell('milliohms')),
    };
  });
  const parsed = FuseList.safeParse(circuits);
  if (parsed.success) return { ok: true, list: parsed.data };
  const at = parsed.error.issues[0]!.path[0];
  const line = typeof at === 'number' ? t`line ${at + 2}: ` : '';
  return { ok: false, reason: `${line}${reasonOf(parsed.error).replace(/^\d+\./, '')}` };
}

/** The rows of a fuse list, heading first. */
export const rowsOfFuseList = (list: FuseList): string[][] => [
  [...FUSE_COLUMNS],
  ...list.map((circuit) =>
    FUSE_COLUMNS.map((column) => (circuit[column] === null ? '' : String(circuit[column]))),
  ),
];
