import { draft } from './entry-draft';
import type { Procedure } from './procedure';
import {
  CONTROLLER_OFF,
  CONTROLLER_TAG,
  EARTHED_OFF,
  GLASSES,
  HYBRID,
  ISOLATOR_OPEN,
  LIVE_OFF,
  PACK_OPENED,
  PACK_UNPLUGGED,
  heavy,
  liveOffSay,
} from './shared';

export const TAKE_OUT: Procedure = {
  id: 'take-out',
  label: 'Take out',
  minutes: 12,
  short: 'take out',
  doing: 'taken out, onto the bench',
  steps: [
    GLASSES,
    HYBRID,
    CONTROLLER_OFF,
    PACK_UNPLUGGED,
    PACK_OPENED,
    ISOLATOR_OPEN,
    { ...EARTHED_OFF, when: ({ earthedLeadOn }) => earthedLeadOn },
    {
      ...LIVE_OFF,
      say: (context) => liveOffSay(context, context.earthedLeadOn ? ' second.' : '.'),
      after: ['earthed-off'],
    },
    {
      id: 'vent-tube',
      say: 'Vent tube off the battery, its end left open.',
      why: 'It tears when the battery is lifted.',
      when: ({ details }) => details.ventTube,
      after: ['live-off'],
    },
    {
      id: 'hold-down',
      say: 'Hold-down off, its parts in a bag on the lead.',
      why: 'Last, so that the battery cannot slide while a clamp is on.',
      after: ['live-off'],
      tooEarly: 'With a clamp still on, a loose battery pulls on its posts.',
    },
    {
      id: 'lift',
      say: 'Lift it upright with both hands, from the legs.',
      why: 'Tilted it spills; dropped it splits.',
      caution: (context) =>
        heavy(context)
          ? 'Some 15 kg or more: get help, insulating shoes, a clear way.'
          : 'Upright unless its maker allows otherwise.',
      after: ['hold-down', 'vent-tube'],
    },
    {
      id: 'label',
      say: 'Case label on: whose it is, and which.',
      why: 'On a full bench they all look alike.',
      after: ['lift'],
    },
    {
      id: 'stand',
      say: ({ rules }) =>
        rules.floor === 'off-concrete'
          ? 'Onto the bench or wood, never on concrete: your rule.'
          : 'Onto the bench, on a board, dry and aired.',
      why: 'Clean and dry, it loses next to nothing.',
      after: ['lift'],
    },
    CONTROLLER_TAG,
  ],
  writes: ({ benchHallId }) => [draft('taken-out', { to: 'bench', hallId: benchHallId, why: '' })],
};

export const PUT_BACK: Procedure = {
  id: 'put-back',
  label: 'Put back',
  minutes: 10,
  short: 'put back',
  doing: 'put back',
  steps: [
    GLASSES,
    HYBRID,
    { ...CONTROLLER_OFF, when: ({ vehicleKind }) => vehicleKind === 'generator' },
    {
      id: 'right-one',
      say: 'Is it the right one? The mark on its case, not the place on the bench.',
      why: 'Readings follow the battery: a mix-up spoils two records.',
    },
    {
      id: 'tray',
      say: 'Tray dry and clean; battery in, posts the right way round.',
      why: 'Turned round, the leads reach all the same, and the electronics die.',
      caution: (context) => (heavy(context) ? 'Heavy: both hands, or help.' : ''),
      after: ['right-one'],
    },
    {
      id: 'hold-down',
      say: 'Hold-down on and tight.',
      why: 'Shaking kills plates, and a loose one short-circuits on the bonnet.',
      after: ['tray'],
    },
    {
      id: 'vent-tube',
      say: 'Vent tube on, open, not kinked.',
      why: 'Inside a boot the gas has to get out.',
      when: ({ details }) => details.ventTube,
      after: ['tray'],
    },
    {
      id: 'insulation',
      say: ({ rules }) =>
        rules.insulation === 'fit'
          ? 'Caps and heat cover on; insulation round it, as your rule asks.'
          : 'Caps and heat cover back on.',
      why: 'It slows change; without heat it helps little.',
      after: ['hold-down'],
    },
    {
      id: 'reconnect-next',
      say: 'Then reconnect it, in its order.',
      why: 'A battery that only stands in its tray looks like one that is connected.',
    },
  ],
  writes: ({ fittedTo, role, place }) => [
    draft('fitted', { vehicleId: fittedTo.vehicleId, role, place }),
  ],
};
