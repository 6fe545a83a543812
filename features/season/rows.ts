import type { Strip } from '../../core/schedule/strips';
import type { SeasonName } from './season-data';

/** One line of the list: a hall's heading, or a battery. */
export type Row =
  | { readonly kind: 'hall'; readonly id: string; readonly name: string; readonly top: number }
  | { readonly kind: 'battery'; readonly strip: Strip; readonly top: number };

export const ROW_PX = 26;
export const HALL_PX = 32;

export interface Filter {
  readonly find: string;
  readonly hall: string | null;
  readonly only: 'all' | 'charged' | 'wanting';
}

export const NO_FILTER: Filter = { find: '', hall: null, only: 'all' };

/** The lines to show, hall by hall in walking order, and how high they are together. */
export function rowsOf(
  strips: readonly Strip[],
  halls: readonly { id: string; name: string }[],
  name: (battery: string) => SeasonName | undefined,
  wanting: { has(battery: string): boolean },
  { find, hall, only }: Filter,
): { readonly rows: readonly Row[]; readonly height: number; readonly shown: number } {
  const words = find.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const rows: Row[] = [];
  let top = 0;
  let shown = 0;
  for (const one of halls) {
    if (hall !== null && one.id !== hall) continue;
    const here = strips.filter((strip) => {
      if (strip.hall !== one.id) return false;
      if (only === 'charged' && strip.charges.length === 0) return false;
      if (only === 'wanting' && !wanting.has(strip.battery)) return false;
      const called = name(strip.battery);
      const text = `${called?.bayMark ?? ''} ${called?.name ?? strip.battery}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
    if (here.length === 0) continue;
    rows.push({ kind: 'hall', id: one.id, name: one.name, top });
    top += HALL_PX;
    for (const strip of here) {
      rows.push({ kind: 'battery', strip, top });
      top += ROW_PX;
      shown++;
    }
  }
  return { rows, height: top, shown };
}

/** The lines that stand in a window of the list, with some to spare on either side. */
export function visibleRows(rows: readonly Row[], from: number, height: number): readonly Row[] {
  const spare = 6 * ROW_PX;
  return rows.filter(({ top }) => top + HALL_PX > from - spare && top < from + height + spare);
}
