import { t } from '../../language';
import { z } from 'zod';
import { Id } from '../fields';
import { entryKind } from '../kind';

export const moved = entryKind({
  subject: 'vehicle',
  version: 1,
  data: z.strictObject({ bayId: Id }),
  words: ({ bayId }, names) => ({ what: t`moved to`, value: names.bay(bayId) }),
  fold: {
    vehicle: (state, { data }) => ({ ...state, bayId: data.bayId }),
  },
  check: ({ bayId }, { hasBay }) =>
    hasBay(bayId) ? null : t`bayId: there is no bay ${bayId} here.`,
});
