import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

/** Everything off: lamps, interior, accessories, as far as this vehicle has them. */
export const allOff = entryKind({
  subject: 'vehicle',
  version: 1,
  data: z.strictObject({ checked: z.array(z.string().min(1).max(60)).max(20) }),
  words: ({ checked }) => ({ what: t`everything off`, value: t`${checked.length} checked` }),
  fold: {
    vehicle: (state, { at, data }) => ({ ...state, allOff: { at, checked: data.checked } }),
  },
});
