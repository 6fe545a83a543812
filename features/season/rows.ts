import type { Strip } from '../../core/schedule/strips';
import type { SeasonName } from './season-data';

/** One line of the list: a hall's heading, or a battery. */
export type Row =
  | { readonly kind: 'hall'; readonly id: string; readonly name: string }
  | { readonly kind: 'battery'; readonly strip: Strip };

export const ROW_PX = 26;
const HALL_PX = 32;

/** How high a line is, pixels. */
export const heightOf = ({ kind }: Row): number => (kind === 'hall' ? HALL_PX : ROW_PX);

export interface Filter {
  readonly find: string;
  readonly hall: string | null;
  readonly only: 'all' | 'charged' | 'wanting';
}

export const NO_FILTER: Filter = { find: '', hall: null, only: 'all' };

/** The lines to show, hall by hall in walking order. */
export function rowsOf(
  strips: readonly Strip[],
  halls: readonly { id: string; name: string }[],
  name: (battery: string) => SeasonName | undefined,
  wanting: { has(battery: string): boolean },
  { find, hall, only }: Filter,
): { readonly rows: readonly Row[]; readonly shown: number } {
  const words = find.trim().toLowerCase().split(/\s+/).filter(Boolean);
  const rows: Row[] = [];
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
    rows.push({ kind: 'hall', id: one.id, name: one.name });
    for (const strip of here) {
      rows.push({ kind: 'battery', strip });
      shown++;
    }
  }
  return { rows, shown };
}
