import { t } from '../../language';
import { z } from 'zod';
import { ChargerConnection } from '../../site/charging-equipment';
import { Despite } from '../fields';
import { entryKind, type Happening } from '../kind';
import type { BatteryState } from '../state';

const hung = (
  state: BatteryState,
  { at, data }: Happening<{ hook?: ChargerConnection | undefined; charger?: string | undefined }>,
): BatteryState => ({
  ...state,
  maintainerSince: state.maintainerSince ?? at,
  hook: data.hook ?? state.hook,
  charger: data.charger ?? '',
  queued: null,
  modeSeenAt: at,
});

function takenOff(state: BatteryState, at: number): BatteryState {
  const { maintainerSince: from, maintained } = state;
  const full = state.lamp?.state === 'holding';
  return {
    ...state,
    maintainerSince: null,
    hook: null,
    disturbedAt: at,
    lastFullAt: full ? at : state.lastFullAt,
    maintained: from === null ? maintained : [...maintained, { from, to: at, full }],
    lamp: null,
  };
}

export const maintainer = entryKind({
  subject: 'battery',
  least: 'helper',
  version: 1,
  data: z.strictObject({
    on: z.boolean(),
    hook: ChargerConnection.optional(),
    /** The charger's name, where none of the stock is meant. */
    charger: z.string().max(80).optional(),
    despite: Despite.optional(),
  }),
  words: ({ on }) => ({ what: t`maintainer`, value: on ? 'on' : 'off' }),
  fold: {
    battery: (state, one) => (one.data.on ? hung(state, one) : takenOff(state, one.at)),
  },
  visit: 'work',
});
