import { t } from '../../language';
import { z } from 'zod';
import { Text } from '../fields';
import { entryKind } from '../kind';

export const note = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({ text: Text }),
  words: ({ text }) => ({ what: t`note`, value: text }),
});
