import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';
import { comesBack } from '../state';

/** In its bay again: what its batteries hold has to be read. */
export const broughtBack = entryKind({
  subject: 'vehicle',
  version: 1,
  data: z.strictObject({}),
  words: () => ({ what: t`brought back`, value: '' }),
  fold: {
    vehicle: (state) => ({ ...state, away: null }),
    battery: (state, { at }) => comesBack(state, at),
  },
});
