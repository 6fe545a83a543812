import { readFileSync } from 'node:fs';
import type { z } from 'zod';
import { BadInput } from './flags';

/** A JSON document out of a file, or one line that names the field and what is wrong with it. */
export function readDocument<T extends z.ZodType>(
  flag: string,
  file: string,
  schema: T,
  allowed: string,
): z.output<T> {
  let content: unknown;
  try {
    content = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    const why =
      error instanceof SyntaxError
        ? `is no JSON (${error.message})`
        : `cannot be read (${(error as NodeJS.ErrnoException).code ?? 'unknown'})`;
    throw new BadInput(`--${flag} ${file}: ${why}; ${allowed}`);
  }
  const parsed = schema.safeParse(content);
  if (parsed.success) return parsed.data;
  const issue = parsed.error.issues[0]!;
  const path = [...issue.path, ...(issue.code === 'unrecognized_keys' ? [issue.keys[0]!] : [])];
  throw new BadInput(
    `--${flag} ${file}: ${path.join('.') || 'the document'}: ${issue.message}; ${allowed}`,
  );
}
