import { t } from '../../language';
import { LoadSeen } from '../../vehicle-tests/load-test';
import { formatVolts } from '../../words/words';
import { entryKind } from '../kind';

export const loadTested = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: LoadSeen,
  words: ({ volts, amps }) => ({
    what: t`load test`,
    value: t`${formatVolts(volts)} at ${Math.round(amps)} A`,
  }),
  fold: {
    battery: (state, { at, data }) => ({
      ...state,
      disturbedAt: at,
      loadTests: [...state.loadTests, { at, ...data }],
      recovery: state.recovery && { ...state.recovery, loadTest: { at, ...data } },
    }),
  },
  visit: 'work',
});
