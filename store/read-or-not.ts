import type { z } from 'zod';

/** Said once for each thing: pages are read often. */
const said = new Set<string>();

/**
 * A row as its schema has it, as a list of one; an empty one where it cannot be read, so that one
 * row takes nothing else down. What is wrong with it is told to whoever runs the server.
 */
export function readOrNot<T>(what: string, schema: z.ZodType<T>, row: unknown): T[] {
  const read = schema.safeParse(row);
  if (read.success) return [read.data];
  if (!said.has(what))
    console.error(`${what} cannot be read, and is left out: ${read.error.message}`);
  said.add(what);
  return [];
}
