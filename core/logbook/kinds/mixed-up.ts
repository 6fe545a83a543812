import { t } from '../../language';
import { z } from 'zod';
import { Line } from '../../text';
import { Id } from '../fields';
import { entryKind } from '../kind';

/**
 * Two batteries were taken for each other: what was recorded of either since then is the other's.
 * What follows is drawn where entries are gathered (`untangled`), for both.
 */
export const mixedUp = entryKind({
  subject: 'battery',
  version: 1,
  data: z.strictObject({
    with: Id,
    /** The mark of the other, as it went by when this was written down. */
    mark: Line(1, 12),
    since: z.iso.datetime({
      error: () => t`an instant is written in UTC, as 2027-01-14T09:00:00.000Z`,
    }),
    why: Line(1, 200, () => t`say how you know: it stays beside the change`),
  }),
  words: ({ mark, since, why }) => ({
    what: t`was mixed up`,
    value: t`with ${mark}, since ${since.slice(0, 10)}: ${why}`,
  }),
  check: (data, { hasBattery }) =>
    hasBattery(data.with) ? null : t`with: there is no battery ${data.with} here.`,
});
