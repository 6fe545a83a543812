import { decimal, t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

/** The acid of each cell. */
export const hydrometer = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({
    /** As read, cell by cell from the positive post. */
    gravities: z
      .array(
        z
          .number()
          .min(1, { error: () => t`water is 1.000: no cell shows less` })
          .max(1.4, { error: () => t`no acid here is over 1.400: 1.265 is written 1.265` }),
      )
      .min(1)
      .max(48),
    /** Of the acid. */
    celsius: z.number().min(-40).max(60),
  }),
  words: ({ gravities }) => ({
    what: t`hydrometer`,
    value: gravities.map((gravity) => decimal(gravity, 3)).join(' '),
  }),
  fold: {
    battery: (state, { at, data }) => ({ ...state, hydrometer: { at, ...data } }),
  },
  check: ({ gravities }, { cells }) =>
    cells !== null && gravities.length !== cells
      ? t`gravities: this battery has ${cells} cells, and ${gravities.length} were given.`
      : null,
  visit: 'work',
});
