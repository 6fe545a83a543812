import { z } from 'zod';

/** What comes back with every refusal; what some network puts in between is none. */
export const Refusal = z.object({
  /** What was wrong and how to mend it, in plain words. */
  reason: z.string().min(1),
  /** Path of the field that has to be mended. */
  field: z.string().optional(),
});
