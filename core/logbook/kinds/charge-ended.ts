import { decimal, t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

export const chargeEnded = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({
    full: z.boolean(),
    /** Out of the charger. */
    ampHours: z.number().min(0).max(2000).nullable(),
    /** The ampere-hours are the charger's own reports, and not read off or guessed. */
    metered: z.boolean().optional(),
  }),
  words: ({ full, ampHours }) => ({
    what: t`taken off charge`,
    value: `${full ? t`full` : t`not full`}${ampHours === null ? '' : `, ${decimal(ampHours, 1)} Ah`}`,
  }),
  fold: {
    battery: (state, { at, data: { full, ampHours, metered = false } }) => {
      const { chargeSince, hook } = state;
      const charge = { from: chargeSince ?? at, to: at, full, ampHours, metered, hook };
      return {
        ...state,
        chargeSince: null,
        charger: '',
        hook: null,
        lamp: null,
        disturbedAt: at,
        lastFullAt: full ? at : state.lastFullAt,
        charges: [...state.charges, charge],
      };
    },
  },
  visit: 'round',
});
