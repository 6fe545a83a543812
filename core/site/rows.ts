import { t } from '../language';
import { z } from 'zod';

/** How a bay is marked, in capitals: `C7`, `12`, `N.3`. */
export const BayMark = z.string().regex(/^[\p{Lu}\p{N}][\p{Lu}\p{N}./]{0,7}$/u, {
  error: () => t`a bay is marked with letters and digits, as C3`,
});

/** A mark as the site writes it: `a 3`, `A-3` and `a3` are one bay. */
export const bayMark = (text: string): string => text.toUpperCase().replace(/[\s-]+/g, '');

/** Bays of a row as they are walked; null is a gap: a door, a pillar, a lift. */
export type Row = readonly (string | null)[];

/** No row is longer. */
export const MOST_IN_ROW = 200;
const GAP = /^(_+|GAP)$/;

/** The bays from one mark to another, both with them; null: they are no two ends of a row. */
function range(from: string, to: string): string[] | null {
  const [a, b] = [from, to].map((mark) => /^(.*?)(\d+)$/.exec(mark));
  if (!a || !b || (a[1] !== b[1] && b[1] !== '')) return null;
  const [first, last] = [Number(a[2]), Number(b[2])];
  if (Math.abs(last - first) >= MOST_IN_ROW) return null;
  const step = first <= last ? 1 : -1;
  const width = a[2]!.startsWith('0') ? a[2]!.length : 0;
  return Array.from(
    { length: Math.abs(last - first) + 1 },
    (_, i) => `${a[1]}${String(first + i * step).padStart(width, '0')}`,
  );
}

/**
 * A row of bays as people write it: `C1–C6 _ C8, C9` are six bays, a gap, and two. Down as well as up
 * (`C6–C1`): in the order in which they are walked. What cannot be read is said.
 */
export function readRow(
  text: string,
): { readonly ok: true; readonly row: Row } | { readonly ok: false; readonly why: string } {
  const wrong = (why: string) => ({ ok: false, why }) as const;
  const joined = text
    .toUpperCase()
    .replace(/(?<=\d)\s*(?:[-–—]|\bTO\b)\s*(?=[\p{Lu}\p{N}])/gu, '~');
  const row: (string | null)[] = [];
  for (const piece of joined.split(/[\s,;]+/).filter(Boolean)) {
    const [from, to, ...more] = piece.split('~') as [string, string?, ...string[]];
    if (GAP.test(piece)) row.push(null);
    else if (more.length > 0)
      return wrong(t`“${piece.replaceAll('~', '–')}”: from where to where?`);
    else if (to === undefined) row.push(from);
    else {
      const bays = range(from, to);
      if (!bays) return wrong(t`“${from}–${to}” are no two ends of a row`);
      row.push(...bays);
    }
  }
  const odd = row.find((mark) => mark !== null && !BayMark.safeParse(mark).success);
  if (odd) return wrong(t`“${odd}”: a bay is marked with letters and digits, at most 8, as C3`);
  if (row.filter(Boolean).length > MOST_IN_ROW)
    return wrong(t`a row has at most ${MOST_IN_ROW} bays`);
  if (!row.some(Boolean)) return wrong(t`which bays are in it? As C1–C12`);
  const twice = row.find((mark, i) => mark !== null && row.indexOf(mark) < i);
  return twice ? wrong(t`${twice} is in it twice`) : { ok: true, row };
}

/** A row as it is written, the shortest way; `readRow` gives it back. */
export function rowText(row: Row): string {
  const pieces: string[] = [];
  for (let i = 0; i < row.length;) {
    const first = row[i]!;
    if (first === null) {
      pieces.push('_');
      i += 1;
      continue;
    }
    let end = i;
    for (const step of [1, -1]) {
      let to = i;
      while (isNext(row[to] ?? null, row[to + 1] ?? null, step)) to += 1;
      end = Math.max(end, to);
    }
    pieces.push(end - i >= 2 ? `${first}–${row[end]}` : first);
    i = end - i >= 2 ? end + 1 : i + 1;
  }
  return pieces.join(' ');
}

function isNext(one: string | null, next: string | null, step: number): boolean {
  if (one === null || next === null) return false;
  const pair = range(one, next);
  return (
    pair?.length === 2 &&
    pair[1] === next &&
    Number(/\d+$/.exec(next)![0]) - Number(/\d+$/.exec(one)![0]) === step
  );
}

/** What a row is called: the letters that its bays begin with. */
export const rowMarkOf = (row: Row): string =>
  /^\p{Lu}{0,3}/u.exec(row.find((mark) => mark !== null) ?? '')![0];

/** Bays as somebody writes which ones, in any order: `C1–C6, C8`; nothing written is none. */
export function baysWritten(
  text: string,
):
  | { readonly ok: true; readonly bays: readonly string[] }
  | { readonly ok: false; readonly why: string } {
  if (text.trim() === '') return { ok: true, bays: [] };
  const read = readRow(text);
  return read.ok ? { ok: true, bays: read.row.filter((mark) => mark !== null) } : read;
}
