import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

export const cleaned = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({
    /** The whole battery out and its tray too; else posts and clamps alone. */
    whole: z.boolean(),
  }),
  words: ({ whole }) => ({ what: t`cleaned`, value: whole ? t`whole battery` : t`terminals` }),
  fold: {
    battery: (state, { at, data }) => ({
      ...state,
      cleanedAt: at,
      cleanedWholeAt: data.whole ? at : state.cleanedWholeAt,
    }),
  },
  visit: 'work',
});
