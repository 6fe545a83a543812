import { t } from '../../language';
import { z } from 'zod';
import { Line } from '../../text';
import { entryKind } from '../kind';

/**
 * An owner's name or how they are reached was put right. What it was and is stands in no entry:
 * that can be erased for good, and entries cannot.
 */
export const ownerCorrected = entryKind({
  subject: 'vehicle',
  isOwn: true,
  version: 1,
  data: z.strictObject({
    changed: z
      .array(z.enum(['name', 'contact']))
      .min(1)
      .max(2),
    why: Line(0, 200),
  }),
  words: ({ changed, why }) => ({
    what: t`owner corrected`,
    value: [
      changed.map((one) => (one === 'name' ? t`name` : t`how they are reached`)).join(', '),
      ...(why ? [why] : []),
    ].join(': '),
  }),
});
