import { t } from '../../language';
import { z } from 'zod';
import { Id } from '../fields';
import { entryKind } from '../kind';

/** In the queue for a charger, or taken out of it again. */
export const queued = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({ on: z.boolean(), chargerId: Id.nullable() }),
  words: ({ on }) => ({ what: on ? t`wanted on a charger` : t`out of the queue`, value: '' }),
  fold: {
    battery: (state, { at, data }) => ({
      ...state,
      queued: data.on ? { at, chargerId: data.chargerId } : null,
    }),
  },
});
