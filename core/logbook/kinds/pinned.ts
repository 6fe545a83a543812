import { t } from '../../language';
import { z } from 'zod';
import { MAX_CHANNELS } from '../../site/charging-equipment';
import { shortDay, toDay } from '../../day';
import { DayName, Id } from '../fields';
import { entryKind } from '../kind';
import { SEASON_JOBS, SEASON_JOB_WORDS } from '../season-jobs';

/** Decided by hand: what is done at it in a round to come, whatever the plan would do. */
export const pinned = entryKind({
  subject: 'battery',
  version: 1,
  data: z.strictObject({
    date: DayName,
    jobs: z
      .array(z.enum(SEASON_JOBS))
      .min(1, { error: () => t`at least one job` })
      .max(SEASON_JOBS.length),
    chargerId: Id.optional(),
    channel: z.int().min(1).max(MAX_CHANNELS).optional(),
  }),
  words: ({ date, jobs }) => ({
    what: t`decided for ${shortDay(toDay(date))}`,
    value: jobs.map((job) => SEASON_JOB_WORDS[job]).join(', '),
  }),
  fold: {
    battery: (state, { id, data }) => ({ ...state, pins: [...state.pins, { id, ...data }] }),
  },
});
