import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

/** Takes back the entry that it strikes, and puts nothing in its place. */
export const withdrawn = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({ why: z.string().max(200) }),
  words: ({ why }) => ({ what: t`struck`, value: why }),
});
