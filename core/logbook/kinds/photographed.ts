import { t } from '../../language';
import { z } from 'zod';
import { Id } from '../fields';
import { entryKind } from '../kind';
import { MAX_CAPTION } from '../caption';

export const photographed = entryKind({
  subject: 'vehicle',
  least: 'helper',
  version: 1,
  data: z.strictObject({ photoId: Id, caption: z.string().max(MAX_CAPTION) }),
  words: ({ caption }) => ({ what: t`photographed`, value: caption }),
});
