import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

export const reconditioned = entryKind({
  subject: 'battery',
  version: 1,
  data: z.strictObject({ hours: z.number().min(0).max(200) }),
  words: ({ hours }) => ({ what: t`reconditioned`, value: `${Number(hours.toFixed(1))} h` }),
  fold: {
    battery: (state, { at }) => ({
      ...state,
      disturbedAt: at,
      recovery: state.recovery && { ...state.recovery, reconditionedAt: at },
    }),
  },
});
