import { t } from '../../language';
import { z } from 'zod';
import { Line } from '../../text';
import { entryKind } from '../kind';

/** What its owner said to the question that stood last; without one it answers nothing. */
export const ownerAnswered = entryKind({
  subject: 'battery',
  version: 1,
  data: z.strictObject({
    yes: z.boolean(),
    /** In their own words, or empty. */
    said: Line(0, 200),
  }),
  words: ({ yes, said }) => ({
    what: yes ? t`owner agrees to a new one` : t`owner wants no new one`,
    value: said,
  }),
  fold: {
    battery: (state, { at, data }) =>
      state.question
        ? { ...state, question: { ...state.question, answer: { at, ...data } } }
        : state,
  },
});
