import { VEHICLE_KINDS } from '../site/vehicle-kinds';
import type { Procedure } from './procedure';
import { CONTROLLER_ON, isLead } from './shared';

/** The last minutes with a vehicle, its owner beside it. */
export const HAND_OVER: Procedure = {
  id: 'hand-over',
  label: 'Hand over',
  minutes: 5,
  short: 'hand over',
  doing: 'handed over',
  steps: [
    CONTROLLER_ON,
    {
      id: 'tag-off',
      say: 'Tag off wheel or bars; nothing plugged in, lead stowed and its connector capped.',
      why: 'A plugged-in vehicle that is driven off tears lead, socket and post.',
    },
    {
      id: 'record',
      say: 'The owner’s record: what was done, the last reading, and an honest word on the life left.',
      why: 'Who knows what is coming buys in time.',
    },
    {
      id: 'at-home',
      say: (context) =>
        isLead(context)
          ? 'What to do at home: a charge each month, five to six hours at least with its lamp seen on, or a maintainer that suits it.'
          : 'What to do at home: a lithium charger alone, part charged where it stands long, never charged at or below freezing.',
      why: 'Most batteries die at home, between two drives.',
    },
    {
      id: 'drive',
      say: 'The first drive half an hour or more; what was lost while it was cranked comes back only then.',
      why: 'A short outing takes more than it gives.',
      when: ({ vehicleKind }) => VEHICLE_KINDS[vehicleKind].goes === 'cranks',
    },
    {
      id: 'keys',
      say: 'Keys, codes and what else was left here given back; signed for.',
      why: 'What is not signed for is asked for in summer.',
      after: ['tag-off', 'record'],
    },
  ],
  writes: () => [],
};
