import { t } from '../../language';
import { z } from 'zod';
import { Id } from '../fields';
import { entryKind } from '../kind';
import { clamped } from '../state';

/** Off its vehicle: to the bench, still kept here; or gone for good. */
export const takenOut = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({
    to: z.enum(['bench', 'gone']),
    /** The hall of the bench; null: that of the vehicle. */
    hallId: Id.nullable(),
    why: z.string().max(300),
  }),
  words: ({ to, why }) =>
    to === 'bench' ? { what: t`taken out`, value: t`to the bench` } : { what: t`gone`, value: why },
  fold: {
    battery: (state, { at, data }) => {
      const off = state.negativeOn ? clamped(state, at, false) : state;
      if (data.to === 'gone') return { ...off, out: null, goneAt: at };
      return { ...off, out: { since: at, hallId: data.hallId } };
    },
  },
  check: ({ hallId }, { hasHall }) =>
    hallId === null || hasHall(hallId) ? null : t`hallId: there is no hall ${hallId} here.`,
});
