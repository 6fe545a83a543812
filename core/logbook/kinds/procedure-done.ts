import { t } from '../../language';
import { z } from 'zod';
import { Despite } from '../fields';
import { entryKind } from '../kind';
import { PROCEDURE_IDS } from '../procedure-names';

export const procedureDone = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({
    procedure: z.enum(PROCEDURE_IDS),
    /** The steps in the order in which they were ticked. */
    steps: z.array(z.string().min(1).max(40)).max(40),
    despite: Despite.optional(),
  }),
  words: ({ procedure }, names) => ({ what: names.procedure(procedure), value: t`step by step` }),
  fold: {
    battery: (state, { at, data }) => ({
      ...state,
      procedures: { ...state.procedures, [data.procedure]: at },
    }),
  },
});
