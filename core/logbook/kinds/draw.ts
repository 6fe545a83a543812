import { t } from '../../language';
import { z } from 'zod';
import { formatMilliamps } from '../../words/words';
import { Id, Milliamps, SOURCES, SOURCE_WORDS } from '../fields';
import { entryKind } from '../kind';

/** What the vehicle draws, settled. */
export const draw = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({
    milliamps: Milliamps,
    /** At 90 %, where a trace says how sure it is. */
    low: Milliamps.optional(),
    high: Milliamps.optional(),
    source: z.enum(SOURCES).optional(),
    /** The logged current that it was read from. */
    traceId: Id.optional(),
    /** Fuses that were out when it was measured. */
    without: z.array(z.string().min(1).max(60)).max(60).optional(),
    /** Something was repaired or switched off first: what drew before is another matter. */
    changed: z.boolean().optional(),
  }),
  words: ({ source, milliamps }) => ({
    what: t`draw, settled${source ? SOURCE_WORDS[source] : ''}`,
    value: formatMilliamps(milliamps),
  }),
  fold: {
    battery: (state, { at, data: { milliamps, changed } }) => ({
      ...state,
      drawMa: milliamps,
      drawAt: at,
      draws: [...state.draws, { at, milliamps, ...(changed ? { changed: true } : {}) }],
    }),
  },
  visit: 'work',
});
