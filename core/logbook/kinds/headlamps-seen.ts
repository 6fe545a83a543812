import { msg, t, withWords } from '../../language';
import { HeadlampsSeen, judgeHeadlamps } from '../../vehicle-tests/headlamps';
import { entryKind } from '../kind';

const WORDS = withWords({ well: msg`alike`, low: msg`low`, unclear: msg`unclear` });

/** The headlamps before and after a start. */
export const headlampsSeen = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: HeadlampsSeen,
  words: (seen) => ({ what: t`headlamps`, value: WORDS[judgeHeadlamps(seen).found] }),
  fold: {
    battery: (state, { at, data }) => ({ ...state, headlamps: { at, seen: data } }),
  },
  visit: 'work',
});
