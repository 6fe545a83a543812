import { z } from 'zod';
import { Envelope } from './entry';
import { ENTRY_KINDS, SENT_KINDS } from './kinds';
import { SUBJECT_KINDS } from './kind';

const bodies = SENT_KINDS.map((name) => {
  const { subject, version, data } = ENTRY_KINDS[name];
  return Envelope.extend({
    kind: z.literal(name),
    // Only a withdrawal may be about anything.
    subjectKind: name === 'withdrawn' ? z.enum(SUBJECT_KINDS) : z.literal(subject),
    version: z.literal(version),
    data,
    strikes: name === 'withdrawn' ? z.uuid() : z.uuid().nullable(),
  });
});

/**
 * An entry of any kind, with what each says of its own: for those who write down how entries are
 * sent. `parseEntry` takes the same ones, and finds better words for what is wrong.
 */
export const EntryBody = z.discriminatedUnion(
  'kind',
  bodies as [(typeof bodies)[number], ...typeof bodies],
);
