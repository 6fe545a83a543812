import { t } from '../../language';
import { CRANK_SOUND_WORDS, CrankSeen } from '../../vehicle-tests/crank-test';
import { formatVolts } from '../../words/words';
import { entryKind } from '../kind';

/** A start: how it turned, and what the meter showed. */
export const cranked = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: CrankSeen,
  words: ({ sound, leastVolts }) => ({
    what: t`cranked: ${CRANK_SOUND_WORDS[sound].toLowerCase()}`,
    value: leastVolts === null ? '' : formatVolts(leastVolts),
  }),
  fold: {
    battery: (state, { at, data }) => ({
      ...state,
      disturbedAt: at,
      starts: [...state.starts, { at, ...data }],
    }),
  },
  visit: 'work',
});
