import { z } from 'zod';
import { parseEntry, type NewEntry } from '../../core/logbook/entry';
import type { KeptRecord } from './device-store';

// What reads what lies on a device: most pages find nothing there, and open without it.

/** An entry as it was kept; null: this version of the program cannot read it. */
export function readEntry(kept: unknown): NewEntry | null {
  const parsed = parseEntry(kept);
  return parsed.ok ? parsed.entry : null;
}

const Old = z.object({
  waiting: z.array(z.looseObject({ id: z.string() })),
  refused: z.array(z.object({ entry: z.looseObject({ id: z.string() }), reason: z.string() })),
});

/** What an earlier version of the program kept as text; null: it is something else. */
export function oldRecordsOf(text: string): KeptRecord[] | null {
  const old = Old.safeParse(jsonOf(text));
  if (!old.success) return null;
  const { waiting, refused } = old.data;
  const all = [
    ...waiting.map((entry) => ({ entry, refused: null })),
    ...refused.map(({ entry, reason }) => ({ entry, refused: reason })),
  ];
  return all.map((one, i) => ({ id: one.entry.id, n: i - all.length, ...one }));
}

function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return null;
  }
}
