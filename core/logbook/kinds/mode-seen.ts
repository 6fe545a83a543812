import { t } from '../../language';
import { z } from 'zod';
import { PROGRAMME_IDS } from '../../battery/programme-ids';
import { PROGRAMMES } from '../../site/programmes';
import { entryKind } from '../kind';

/** The programme that a charger is in, looked at after a power cut. */
export const modeSeen = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({ programme: z.enum(PROGRAMME_IDS).nullable() }),
  words: ({ programme }) => ({
    what: t`mode looked at`,
    value: programme ? PROGRAMMES[programme].label : '',
  }),
  fold: {
    battery: (state, { at }) => ({ ...state, modeSeenAt: at }),
  },
});
