import { t } from '../../language';
import { CONSENT_WORDS, Terms } from '../../stay/vehicle-facts';
import { entryKind } from '../kind';

export const agreed = entryKind({
  subject: 'vehicle',
  version: 1,
  data: Terms,
  words: ({ consent }) => ({
    what: t`agreed with the owner`,
    value: CONSENT_WORDS[consent].toLowerCase(),
  }),
  fold: {
    vehicle: (state, { data }) => ({ ...state, terms: data }),
  },
});
