import { BATTERY_FACTS } from '../../facts/battery';
import { correctionOf, correctionWords } from '../../facts/fact';
import { entryKind } from '../kind';

/** What was written down of it was wrong: its case says something else. */
export const batteryCorrected = entryKind({
  subject: 'battery',
  version: 1,
  data: correctionOf(BATTERY_FACTS),
  words: (data) => correctionWords(BATTERY_FACTS, data),
  fold: {
    // Where it sits came with an entry, and so does what it should have said.
    battery: (state, { data: { now } }) => ({
      ...state,
      role: now.role ?? state.role,
      place: now.place ?? state.place,
    }),
  },
});
