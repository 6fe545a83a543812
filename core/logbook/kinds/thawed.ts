import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

/** Seen to be thawed through, its case measured warm. */
export const thawed = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({}),
  words: () => ({ what: t`thawed`, value: '' }),
  fold: {
    battery: (state, { at }) => ({
      ...state,
      thawedAt: at,
      recovery: state.recovery && { ...state.recovery, thawedAt: at },
    }),
  },
});
