import { t } from '../../language';
import { z } from 'zod';
import { entryKind } from '../kind';

const Names = z.array(z.string().min(1).max(80)).max(5000);
const Drives = z.array(z.string().min(1).max(200)).max(200);

/** Halls and bays are others than before: those that are new, and those that are no more. */
export const planDrawn = entryKind({
  subject: 'site',
  isOwn: true,
  version: 1,
  data: z.strictObject({
    ...{ halls: Names, closedHalls: Names, bays: Names, closedBays: Names },
    /** What changed of the drives, in words. */
    drives: Drives.optional(),
    /** Halls that are walked in another order, or in which bays are; in walking order. */
    walked: Names.optional(),
  }),
  words: ({ halls, closedHalls, bays, closedBays, drives = [], walked = [] }) => ({
    what: t`halls and bays drawn`,
    value: [
      ...halls.map((name) => `new: ${name}`),
      ...closedHalls.map((name) => `closed: ${name}`),
      ...drives,
      ...(walked.length > 0 ? [t`walked otherwise: ${walked.join(', ')}`] : []),
      ...(bays.length > 0 ? [t`bays more: ${bays.join(' ')}`] : []),
      ...(closedBays.length > 0 ? [t`bays no more: ${closedBays.join(' ')}`] : []),
    ].join('; '),
  }),
});
