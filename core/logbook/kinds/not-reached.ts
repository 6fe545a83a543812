import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

export const notReached = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({ why: z.string().max(200) }),
  words: ({ why }) => ({ what: t`could not reach`, value: why }),
  fold: {
    battery: (state, { at }) => ({ ...state, notReachedAt: at }),
  },
  visit: 'work',
});
