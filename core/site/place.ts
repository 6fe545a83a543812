import { t } from '../language';
import { z } from 'zod';
import { Line } from '../text';

/** Where halls stand that are driven to in the same round. */
export const Place = z.strictObject({
  name: Line(1, 60, () => t`give the place a name`),
  /** There and back from where the attendant begins, once in a round that goes there. */
  driveMinutes: z
    .number({ error: () => t`say how many minutes the drive takes` })
    .min(0, { error: () => t`at least 0 minutes` })
    .max(600, { error: () => t`at most 600 minutes` }),
});
export type Place = z.infer<typeof Place>;
