import { t, msg, withWords } from '../language';
import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import type { Procedure } from './procedure';
import { CONTROLLER_ON, isLead } from './shared';

/** The last minutes with a vehicle, its owner beside it. */
export const HAND_OVER: Procedure = withWords({
  id: 'hand-over',
  steps: [
    CONTROLLER_ON,
    {
      id: 'tag-off',
      say: msg`Tag off wheel or bars; nothing plugged in, lead stowed and its connector capped.`,
      why: msg`A plugged-in vehicle that is driven off tears lead, socket and post.`,
    },
    {
      id: 'record',
      say: msg`The owner’s record: what was done, the last reading, and an honest word on the life left.`,
      why: msg`Who knows what is coming buys in time.`,
    },
    {
      id: 'at-home',
      say: (context) =>
        isLead(context)
          ? t`What to do at home: a charge each month, five to six hours at least with its lamp seen on, or a maintainer that suits it.`
          : t`What to do at home: a lithium charger alone, part charged where it stands long, never charged at or below freezing.`,
      why: msg`Most batteries die at home, between two drives.`,
    },
    {
      id: 'drive',
      say: msg`The first drive half an hour or more; what was lost while it was cranked comes back only then.`,
      why: msg`A short outing takes more than it gives.`,
      when: ({ vehicleKind }) => VEHICLE_KINDS[vehicleKind].goes === 'cranks',
    },
    {
      id: 'keys',
      say: msg`Keys, codes and what else was left here given back; signed for.`,
      why: msg`What is not signed for is asked for in summer.`,
      after: ['tag-off', 'record'],
    },
  ],
  writes: () => [],
});
