import { t } from '../../language';
import { DropsSeen } from '../../vehicle-tests/voltage-drop';
import { entryKind } from '../kind';

/** Voltage drop over clamps and cables. */
export const dropsTested = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: DropsSeen,
  words: ({ drops }) => ({
    what: t`voltage drop`,
    value: t`${Object.keys(drops).length} joints`,
  }),
  fold: {
    battery: (state, { at, data }) => ({ ...state, disturbedAt: at, drops: { at, seen: data } }),
  },
  visit: 'work',
});
