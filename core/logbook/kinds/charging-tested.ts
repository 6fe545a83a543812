import { t } from '../../language';
import { ChargingSeen } from '../../vehicle-tests/charging-test';
import { formatVolts } from '../../words/words';
import { entryKind } from '../kind';

/** What alternator and regulator give with the engine running. */
export const chargingTested = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: ChargingSeen,
  words: ({ idleVolts }) => ({
    what: t`charging system`,
    value: t`${formatVolts(idleVolts)} at idle`,
  }),
  fold: {
    battery: (state, { at, data }) => ({ ...state, disturbedAt: at, charging: { at, seen: data } }),
  },
  visit: 'work',
});
