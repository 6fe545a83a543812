import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

export const recoveryEnded = entryKind({
  subject: 'battery',
  version: 1,
  data: z.strictObject({
    verdict: z.enum(['keep', 'replace', 'given-up']),
    why: z.string().max(300),
  }),
  words: ({ why, verdict }) => ({ what: t`recovery: ${why}`, value: verdict.replace('-', ' ') }),
  fold: {
    battery: (state, { at, data }) => ({ ...state, recovery: null, recovered: { at, ...data } }),
  },
});
