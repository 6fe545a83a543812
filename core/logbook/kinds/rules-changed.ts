import { t } from '../../language';
import { z } from 'zod';
import { RulePatch, applyPatch } from '../../rules/rules';
import { entryKind } from '../kind';

export const rulesChanged = entryKind({
  subject: 'rules',
  least: 'manager',
  version: 1,
  data: z.strictObject({ patch: RulePatch }),
  words: () => ({ what: t`rules changed`, value: '' }),
  fold: {
    rules: ({ rules, version }, { at, data }) => ({
      rules: applyPatch(rules, data.patch),
      version: version + 1,
      since: at,
    }),
  },
});
