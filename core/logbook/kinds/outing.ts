import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

export const outing = entryKind({
  subject: 'vehicle',
  version: 1,
  data: z.strictObject({
    /** How long it ran; null where nobody knows. */
    minutes: z.number().min(0).max(1440).nullable(),
  }),
  words: ({ minutes }) => ({
    what: t`last driven`,
    value: minutes === null ? '' : t`${Math.round(minutes)} min`,
  }),
  fold: {
    battery: (state, { at }) =>
      // What stands on the bench, or is gone, did not go along.
      state.out || state.goneAt !== null
        ? state
        : { ...state, disturbedAt: at, outingAt: at, outings: [...state.outings, at] },
  },
});
