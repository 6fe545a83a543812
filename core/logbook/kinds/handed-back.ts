import { t } from '../../language';
import { z } from 'zod';
import { Line } from '../../text';
import { Despite } from '../fields';
import { entryKind } from '../kind';
import { goesAway } from '../state';

/** Its owner has it: the stay is over, and its bay is free. */
export const handedBack = entryKind({
  subject: 'vehicle',
  version: 1,
  data: z.strictObject({
    /** Who took it. */
    to: Line(0, 80),
    /** The record went along and was signed. */
    signed: z.boolean(),
    despite: Despite.optional(),
  }),
  words: ({ to }) => ({ what: t`handed back`, value: to }),
  fold: {
    vehicle: (state, { at }) => ({
      ...state,
      bayId: null,
      collectOn: null,
      away: null,
      allOff: null,
      stays: [...state.stays, { from: state.laidUpAt ?? at, to: at, bayId: state.bayId }],
      laidUpAt: null,
    }),
    battery: (state, { at }) => ({
      ...goesAway(state, at),
      plan: null,
      pins: [],
      question: null,
    }),
  },
});
