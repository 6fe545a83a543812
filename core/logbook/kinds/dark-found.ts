import { t } from '../../language';
import { z } from 'zod';
import { DARK_CAUSES } from '../../site/dark-checks';
import { entryKind } from '../kind';

/** What a dark lamp came from. */
export const darkFound = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({ cause: z.enum(DARK_CAUSES) }),
  words: ({ cause }) => ({ what: t`dark lamp`, value: t`it was the ${cause}` }),
  fold: {
    battery: (state, { at, data }) => ({ ...state, darkCause: { at, cause: data.cause } }),
  },
});
