import { t } from '../../language';
import { z } from 'zod';
import { LAMP_STATES, LAMP_WORDS } from '../../site/lamp';
import { entryKind } from '../kind';

export const lamp = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({
    state: z.enum(LAMP_STATES),
    /** Looked at, or reported by the charger itself. */
    source: z.enum(['eyes', 'device']).optional(),
  }),
  words: ({ state, source }) => ({
    what: source === 'device' ? t`lamp, by itself` : t`lamp`,
    value: LAMP_WORDS[state],
  }),
  fold: {
    battery: (state, { at, data }) => ({
      ...state,
      lamp: { state: data.state, at },
      lastFullAt: data.state === 'holding' ? at : state.lastFullAt,
    }),
  },
  visit: 'round',
});
