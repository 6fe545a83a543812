import { z } from 'zod';
import { formatVolts } from '../../words/words';
import { Volts } from '../fields';
import { entryKind } from '../kind';

export const loadTested = entryKind({
  subject: 'battery',
  version: 1,
  data: z.strictObject({
    volts: Volts,
    amps: z.number().min(1, 'half the cold cranking amps').max(2000),
    celsius: z.number().min(-40).max(60),
  }),
  words: ({ volts, amps }) => ({
    what: 'load test',
    value: `${formatVolts(volts)} at ${Math.round(amps)} A`,
  }),
  fold: {
    battery: (state, { at, data }) => ({
      ...state,
      disturbedAt: at,
      recovery: state.recovery && { ...state.recovery, loadTest: { at, ...data } },
    }),
  },
});
