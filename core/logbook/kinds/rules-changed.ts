import { t } from '../../language';
import { z } from 'zod';
import { RulePatch, applyPatch } from '../../rules/rules';
import { Line } from '../../text';
import { entryKind } from '../kind';

export const rulesChanged = entryKind({
  subject: 'rules',
  least: 'manager',
  version: 1,
  data: z.strictObject({
    patch: RulePatch,
    /** Why, where somebody said so: what was found when it was tried. */
    why: Line(1, 400).optional(),
  }),
  words: () => ({ what: t`rules changed`, value: '' }),
  fold: {
    rules: ({ rules, version }, { at, data }) => ({
      rules: applyPatch(rules, data.patch),
      version: version + 1,
      since: at,
    }),
  },
});
