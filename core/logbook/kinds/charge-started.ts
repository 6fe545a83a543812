import { t } from '../../language';
import { z } from 'zod';
import { ChargerConnection } from '../../site/charging-equipment';
import { Despite } from '../fields';
import { entryKind } from '../kind';

export const chargeStarted = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({
    charger: z.string().max(80),
    /** What hangs where; older entries have only the charger's name. */
    hook: ChargerConnection.optional(),
    despite: Despite.optional(),
  }),
  words: ({ charger }) => ({ what: t`put on charge`, value: charger }),
  fold: {
    battery: (state, { at, data }) => ({
      ...state,
      chargeSince: at,
      charger: data.charger,
      hook: data.hook ?? null,
      queued: null,
      lamp: null,
      modeSeenAt: at,
    }),
  },
  visit: 'round',
});
