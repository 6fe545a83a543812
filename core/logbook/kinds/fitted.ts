import { t } from '../../language';
import { z } from 'zod';
import { BATTERY_ROLES } from '../../battery/roles';
import { Id } from '../fields';
import { entryKind } from '../kind';

/** In a vehicle, new or in another place than before. */
export const fitted = entryKind({
  subject: 'battery',
  version: 1,
  data: z.strictObject({ vehicleId: Id, role: z.enum(BATTERY_ROLES), place: z.string().max(80) }),
  words: ({ place }) => ({ what: t`fitted`, value: place }),
  fold: {
    battery: (state, { at, data }) => {
      const fitted = { ...state, ...data, fittedAt: at, out: null, goneAt: null };
      if (state.fittedAt === null) return fitted;
      // Another place: what was measured and learnt of the old one's draw does not hold here.
      const connections = [...state.connections, { at, on: state.negativeOn }];
      return { ...fitted, connections, drawMa: null, drawAt: null, draws: [] };
    },
  },
  check: ({ vehicleId }, { hasVehicle }) =>
    hasVehicle(vehicleId) ? null : t`vehicleId: there is no vehicle ${vehicleId} here.`,
});
