import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';
import { clamped } from '../state';

/** The earthed lead, by its clamp or by an isolator in it; the name is of the usual earth. */
export const negative = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({ on: z.boolean(), how: z.enum(['clamp', 'isolator']).optional() }),
  words: ({ on }) => ({ what: t`negative`, value: on ? 'on' : 'off' }),
  fold: {
    battery: (state, { at, data }) => clamped(state, at, data.on, data.how === 'isolator'),
  },
});
