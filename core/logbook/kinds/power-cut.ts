import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

export const powerCut = entryKind({
  subject: 'hall',
  least: 'helper',
  version: 1,
  data: z.strictObject({ note: z.string().max(200) }),
  words: ({ note }) => ({ what: t`power cut`, value: note }),
  fold: {
    hall: (state, { at }) => ({ ...state, powerCutAt: at }),
  },
});
