import { t } from '../../language';
import { z } from 'zod';
import { shortDay, toDay } from '../../day';
import { DayName } from '../fields';
import { entryKind } from '../kind';

/** Its owner was asked whether another one may be bought for it. */
export const ownerAsked = entryKind({
  subject: 'battery',
  version: 1,
  data: z.strictObject({
    /** By when an answer is wanted. */
    answerBy: DayName,
    /** What was said that it costs with the work, in the house’s own money. */
    price: z.number().min(0).max(100_000),
  }),
  words: ({ answerBy }) => ({
    what: t`owner asked about a new one`,
    value: t`answer by ${shortDay(toDay(answerBy))}`,
  }),
  fold: {
    battery: (state, { at, data }) => ({ ...state, question: { at, ...data, answer: null } }),
  },
});
