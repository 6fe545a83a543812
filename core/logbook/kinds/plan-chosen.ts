import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';
import { STORAGE_PLAN_IDS } from '../storage-plan-names';

export const planChosen = entryKind({
  subject: 'battery',
  version: 1,
  data: z.strictObject({
    plan: z.enum(STORAGE_PLAN_IDS),
    /** What was recommended then, and why another was chosen. */
    advised: z.enum(STORAGE_PLAN_IDS).optional(),
    why: z.string().trim().max(300).optional(),
  }),
  words: ({ plan, why }, names) => ({
    what: t`storage plan`,
    value: [names.plan(plan), why].filter(Boolean).join(': '),
  }),
  fold: {
    battery: (state, { data }) => ({ ...state, plan: data.plan }),
  },
});
