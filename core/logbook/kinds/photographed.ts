import { z } from 'zod';
import { Id } from '../fields';
import { entryKind } from '../kind';

export const photographed = entryKind({
  subject: 'vehicle',
  least: 'helper',
  version: 1,
  data: z.strictObject({ photoId: Id, caption: z.string().max(120) }),
  words: ({ caption }) => ({ what: 'photographed', value: caption }),
});
