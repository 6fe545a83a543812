import { z } from 'zod';
import { ARCHIVED, Heading, lineOf } from './tables';

/** The lines of an archive as a JSON Schema, for programs of others. */
export function archiveSchema(): object {
  const lines = ARCHIVED.map((of) => lineOf(of).describe(of.about));
  const Line = z.union([Heading.describe('The first line'), ...lines]);
  return {
    $comment: 'Each line of archive.jsonl is one of these.',
    ...z.toJSONSchema(Line, { io: 'input' }),
  };
}
