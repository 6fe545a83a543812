import { t } from '../../language';
import { z } from 'zod';
import { Text } from '../fields';
import { entryKind } from '../kind';

/** An attempt to bring back a battery that was found flat. */
export const recoveryBegun = entryKind({
  subject: 'battery',
  version: 1,
  data: z.strictObject({ why: Text }),
  words: ({ why }) => ({ what: t`recovery begun: ${why}`, value: '' }),
  fold: {
    battery: (state, { at, data: { why } }) => ({
      ...state,
      recovery: { at, why, thawedAt: null, reconditionedAt: null, loadTest: null },
    }),
  },
});
